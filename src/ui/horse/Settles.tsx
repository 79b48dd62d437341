/** Minutes until it was soft, session by session, left and right: two lines that should fall. */
import type { CourseView } from "#contracts/views.watch.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import { SIDES } from "#core/kernel/sides.ts";

const [WIDTH, HEIGHT, LEFT, BOTTOM] = [420, 120, 26, 18] as const;
const LINE = { left: "stroke-rail", right: "stroke-slate" } as const;
const DOT = { left: "fill-rail", right: "fill-slate" } as const;

export function Settles({ settles }: { settles: CourseView["settles"] }) {
  const first = settles[0];
  const last = settles.at(-1);
  if (!first || !last) return null;
  const most = Math.max(5, ...settles.flatMap(({ left, right }) => [left ?? 0, right ?? 0]));
  const x = (i: number): number => LEFT + (settles.length === 1 ? 0 : (i / (settles.length - 1)) * (WIDTH - LEFT - 8));
  const y = (minutes: number): number => 8 + (1 - minutes / most) * (HEIGHT - BOTTOM - 8);
  const said = SIDES.map((side) => `${side} ${first[side] ?? "not soft"} at first, ${last[side] ?? "not soft"} now`).join("; ");
  return (
    <div>
      <h3>Minutes until soft</h3>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={`Minutes until soft: ${said}`}
        className="block w-full max-w-md"
        fill="none"
      >
        <path d={`M${LEFT} 8V${HEIGHT - BOTTOM}H${WIDTH - 8}`} className="stroke-line" />
        <text x={LEFT - 5} y={12} textAnchor="end" className="sign fill-dim text-[11px]">
          {most}
        </text>
        <text x={LEFT - 5} y={HEIGHT - BOTTOM} textAnchor="end" className="sign fill-dim text-[11px]">
          0
        </text>
        <text x={LEFT} y={HEIGHT - 4} className="sign fill-dim text-[11px]">
          {sayDate(first.day)}
        </text>
        <text x={WIDTH - 8} y={HEIGHT - 4} textAnchor="end" className="sign fill-dim text-[11px]">
          {sayDate(last.day)}
        </text>
        {SIDES.map((side) => {
          const points = settles.flatMap((one, i) => (one[side] === null ? [] : [[x(i), y(one[side] ?? 0)] as const]));
          return (
            <g key={side}>
              <path
                d={points.map(([px, py], i) => `${i === 0 ? "M" : "L"}${px.toFixed(1)} ${py.toFixed(1)}`).join("")}
                className={LINE[side]}
                strokeWidth={2}
                {...(side === "right" ? { strokeDasharray: "5 3" } : {})}
              />
              {points.map(([px, py]) => (
                <circle key={px} cx={px} cy={py} r={3} className={DOT[side]} />
              ))}
            </g>
          );
        })}
      </svg>
      <p className="text-sm text-dim">Left: solid line. Right: broken line. No point means not soft on that side.</p>
    </div>
  );
}
