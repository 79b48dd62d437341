/** Schools over poles and fences: the height over the weeks, efforts and faults, and what the last one leaves to change. */
import { sayDate } from "#core/calendar/local-date.ts";
import { effortsOf, heightOf, type JumpDay } from "#core/card/jump.ts";
import { LayoutDrawing } from "#ui/card/LayoutDrawing.tsx";
import { plural } from "#ui/words/figures.ts";
import { sayJump, sayLength } from "#ui/words/jump.ts";

const SHOWN = 8;
const [WIDE, HIGH] = [320, 90];

/** Height cleared by day, to scale from the ground up. */
function Heights({ jumps }: { jumps: readonly JumpDay[] }) {
  const at = jumps.flatMap(({ day, school }) => {
    const cm = heightOf(school);
    return cm === null ? [] : [{ day, cm }];
  });
  if (at.length < 2) return null;
  const top = Math.max(...at.map(({ cm }) => cm)) * 1.2;
  const x = (i: number): number => 10 + (i * (WIDE - 20)) / (at.length - 1);
  const y = (cm: number): number => HIGH - 14 - ((HIGH - 24) * cm) / top;
  const words = at.map(({ day, cm }) => `${sayDate(day)} ${cm} cm`).join(", ");
  return (
    <svg role="img" aria-label={`Height cleared: ${words}`} viewBox={`0 0 ${WIDE} ${HIGH}`} className="w-full max-w-md">
      <line x1={0} x2={WIDE} y1={HIGH - 14} y2={HIGH - 14} className="stroke-line" />
      <polyline
        points={at.map(({ cm }, i) => `${x(i)},${y(cm)}`).join(" ")}
        fill="none"
        className="stroke-rail"
        strokeWidth={2}
      />
      {at.map(({ day, cm }, i) => (
        <g key={day}>
          <circle cx={x(i)} cy={y(cm)} r={3} className="fill-rail" />
          <text x={x(i)} y={y(cm) - 6} fontSize={10} textAnchor="middle" className="fill-ink">
            {cm}
          </text>
        </g>
      ))}
    </svg>
  );
}

export function Jumps({ jumps }: { jumps: readonly JumpDay[] }) {
  const last = jumps.at(-1);
  if (!last) return null;
  return (
    <div>
      <h3>Poles and fences</h3>
      <Heights jumps={jumps} />
      <ul>
        {jumps.slice(-SHOWN).map(({ day, school }) => {
          const height = heightOf(school);
          return (
            <li key={day}>
              {sayDate(day)}: {plural(effortsOf(school), "effort")}
              {height === null ? "" : `, cleared ${sayLength(height)}`}
            </li>
          );
        })}
      </ul>
      <p className="pt-1 text-sm">{sayJump(last.school)}</p>
      <LayoutDrawing layout={last.school.layout} />
    </div>
  );
}
