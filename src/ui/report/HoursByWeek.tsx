/** Hours of each week as bars, ground full and saddle hollow above it, so that black ink tells them apart: a drawing, as paper wakes no chart. The same figures stand beneath it. */
import { sayDate } from "#core/calendar/local-date.ts";
import type { Week } from "#core/watch/weeks.ts";
import { hours } from "#ui/words/figures.ts";

const WIDTH = 640;
const HEIGHT = 130;
const BASE = 104;
const LEFT = 34;
const BAR = 0.62;

export function HoursByWeek({ weeks }: { weeks: readonly Week[] }) {
  const most = Math.max(1, ...weeks.map(({ groundMinutes, saddleMinutes }) => (groundMinutes + saddleMinutes) / 60));
  const step = (WIDTH - LEFT) / Math.max(4, weeks.length);
  const high = (minutes: number): number => ((minutes / 60) * (BASE - 14)) / most;
  const said = weeks.map(
    ({ monday, groundMinutes, saddleMinutes }) =>
      `week of ${sayDate(monday)}: ${hours(groundMinutes / 60)} h ground, ${hours(saddleMinutes / 60)} h saddle`,
  );
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`Hours by week. ${said.join("; ")}.`}
      className="block w-full max-w-3xl"
    >
      {[0, most / 2, most].map((at) => (
        <g key={at}>
          <path d={`M${LEFT} ${BASE - high(at * 60)}H${WIDTH}`} className="stroke-line" />
          <text x={LEFT - 5} y={BASE - high(at * 60) + 4} textAnchor="end" className="fill-dim text-[11px]">
            {hours(at)} h
          </text>
        </g>
      ))}
      {weeks.map(({ monday, groundMinutes, saddleMinutes }, i) => {
        const x = LEFT + i * step + (step * (1 - BAR)) / 2;
        const [ground, saddle] = [high(groundMinutes), high(saddleMinutes)];
        return (
          <g key={monday}>
            <rect x={x} width={step * BAR} y={BASE - ground} height={ground} className="fill-rail" />
            <rect
              x={x}
              width={step * BAR}
              y={BASE - ground - saddle}
              height={saddle}
              className="fill-paper stroke-ink"
              strokeWidth={1.2}
            />
            <text x={x + (step * BAR) / 2} y={BASE + 14} textAnchor="middle" className="fill-ink text-[11px]">
              {sayDate(monday).slice(4)}
            </text>
          </g>
        );
      })}
      <rect x={LEFT} y={HEIGHT - 9} width={9} height={9} className="fill-rail" />
      <text x={LEFT + 13} y={HEIGHT - 1} className="fill-ink text-[11px]">
        on the ground
      </text>
      <rect x={LEFT + 100} y={HEIGHT - 9} width={9} height={9} className="fill-paper stroke-ink" strokeWidth={1.2} />
      <text x={LEFT + 113} y={HEIGHT - 1} className="fill-ink text-[11px]">
        in the saddle
      </text>
    </svg>
  );
}
