/** A layout from above, to scale: where each pole and fence lies, what is between them, and a metre beside it. */
import { type Fence, type FenceLayout, fencePlaces, isPole } from "#core/card/jump.ts";
import { distanceOf, METRES_A_FOOT } from "#core/tools/poles.ts";
import { sayLayout, sayLength } from "#ui/words/jump.ts";

/** Half the width of a fence, and room at either end, in centimetres. */
const HALF = 150;
const ROOM = 120;
const ROWS: Readonly<Partial<Record<Fence, "walk" | "trot" | "canter">>> = {
  "walk-poles": "walk",
  "trot-poles": "trot",
  "canter-poles": "canter",
};
/** Poles of a row at the middle of what is customary for a horse. */
function spacing(fence: Fence): number {
  const feet = distanceOf(ROWS[fence] ?? "walk", "horse");
  return feet ? ((feet[0] + feet[1]) / 2) * METRES_A_FOOT * 100 : 0;
}

export function LayoutDrawing({ layout }: { layout: FenceLayout }) {
  const places = fencePlaces(layout, spacing);
  const length = Math.max(300, places.at(-1)?.to ?? 0);
  const wide = length + 2 * ROOM;
  const text = Math.max(24, wide / 34);
  const high = 2 * HALF + 40 + 4 * text;
  const scaleAt = HALF + 3.2 * text;
  return (
    <svg role="img" aria-label={sayLayout(layout)} viewBox={`${-ROOM} ${-HALF - 20} ${wide} ${high}`} className="max-h-56 w-full">
      <line
        x1={-ROOM}
        x2={length + ROOM}
        y1={0}
        y2={0}
        className="stroke-line"
        strokeWidth={wide / 400}
        strokeDasharray={`${wide / 60}`}
      />
      {layout.elements.map((element, i) => {
        const { from, to } = places[i] ?? { from: 0, to: 0 };
        const pole = isPole(element.fence);
        const half = pole ? HALF * 0.7 : HALF;
        const at = Array.from({ length: pole ? element.poles : 1 }, (_, n) => from + n * spacing(element.fence));
        const gap = layout.elements[i + 1] ? element.toNextCm : null;
        return (
          <g key={from}>
            {at.map((x) => (
              <line
                key={x}
                x1={x}
                x2={x}
                y1={-half}
                y2={half}
                className={pole ? "stroke-ochre" : "stroke-rail"}
                strokeWidth={pole ? wide / 220 : wide / 90}
              />
            ))}
            {element.fence === "spread" && (
              <line x1={from + 60} x2={from + 60} y1={-half} y2={half} className="stroke-rail" strokeWidth={wide / 120} />
            )}
            {gap !== null && (
              <text
                x={to + gap / 2}
                y={HALF + text * (i % 2 === 0 ? 1 : 2.1)}
                textAnchor="middle"
                fontSize={text}
                className="fill-ink"
              >
                {sayLength(gap)}
              </text>
            )}
          </g>
        );
      })}
      <line x1={0} x2={100} y1={scaleAt} y2={scaleAt} className="stroke-ink" strokeWidth={wide / 250} />
      <text x={115} y={scaleAt + text / 3} fontSize={text} className="fill-ink">
        1 m
      </text>
    </svg>
  );
}
