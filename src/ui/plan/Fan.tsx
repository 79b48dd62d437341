/** A goal's fan: the level of its weaker side over the rest of the term, the middle as a line, eight plays of ten as a band, the target as a notched line. */
import type { FanPoint } from "#core/forecast/forecast.ts";

const WIDTH = 220;
const HEIGHT = 56;
const TOP = 5;
const BOTTOM = 51;
const HIGHEST = 5;

export function Fan({ fan, target, label }: { fan: readonly FanPoint[]; target: number; label: string }) {
  const [first, last] = [fan[0]?.day ?? 0, fan.at(-1)?.day ?? 1];
  const x = (day: number): number => 14 + ((day - first) / Math.max(1, last - first)) * (WIDTH - 18);
  const y = (level: number): number => BOTTOM - (level / HIGHEST) * (BOTTOM - TOP);
  const line = (of: "p10" | "p50" | "p90"): string =>
    fan.map((point) => `${x(point.day).toFixed(1)} ${y(point[of]).toFixed(1)}`).join("L");
  const band = `M${line("p90")}L${[...fan]
    .reverse()
    .map((point) => `${x(point.day).toFixed(1)} ${y(point.p10).toFixed(1)}`)
    .join("L")}Z`;
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={label} className="h-14 w-full max-w-56">
      {[0, HIGHEST].map((level) => (
        <text key={level} x={0} y={y(level) + 4} className="fill-dim text-[0.65rem]">
          {level}
        </text>
      ))}
      <path d={`M14 ${BOTTOM}H${WIDTH}`} className="stroke-line" />
      <path d={band} className="fill-rail-soft stroke-rail" strokeWidth={0.75} strokeDasharray="2 2" />
      <path d={`M${line("p50")}`} fill="none" className="stroke-rail" strokeWidth={2} />
      <path d={`M14 ${y(target)}H${WIDTH}`} className="stroke-ochre" strokeWidth={1.5} strokeDasharray="6 3" />
      <path d={`M14 ${y(target) - 4}v8`} className="stroke-ochre" strokeWidth={3} />
    </svg>
  );
}
