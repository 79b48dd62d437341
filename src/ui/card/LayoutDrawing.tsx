/** A layout from above, to scale: where each pole and fence lies, what is between them, and a metre beside it. */
import { isPole, type Layout, positionsOf } from "#core/card/jump.ts";
import { sayLayout, sayLength } from "#ui/words/jump.ts";

/** Half the width of a fence, and room at either end, in centimetres. */
const HALF = 150;
const ROOM = 120;
/** Poles of a row lie so far apart in the drawing: the row is one element. */
const IN_ROW = 45;

export function LayoutDrawing({ layout }: { layout: Layout }) {
  const at = positionsOf(layout);
  const length = Math.max(300, at.at(-1) ?? 0);
  const [wide, high] = [length + 2 * ROOM, 2 * HALF + 150];
  const text = Math.max(18, wide / 38);
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
        const x = at[i] ?? 0;
        const pole = isPole(element.fence);
        const half = pole ? HALF * 0.7 : HALF;
        const count = pole ? Math.min(element.poles, 4) : 1;
        return (
          // Elements of a layout have no name but their place.
          // biome-ignore lint/suspicious/noArrayIndexKey: nothing else tells them apart
          <g key={i}>
            {Array.from({ length: count }, (_, pole_) => (
              <line
                // biome-ignore lint/suspicious/noArrayIndexKey: poles of a row are told apart by their order
                key={pole_}
                x1={x + (pole_ - (count - 1) / 2) * IN_ROW}
                x2={x + (pole_ - (count - 1) / 2) * IN_ROW}
                y1={-half}
                y2={half}
                className={pole ? "stroke-ochre" : "stroke-rail"}
                strokeWidth={pole ? wide / 220 : wide / 90}
              />
            ))}
            {element.fence === "spread" && (
              <line x1={x + 60} x2={x + 60} y1={-half} y2={half} className="stroke-rail" strokeWidth={wide / 120} />
            )}
            {element.toNextCm !== null && layout.elements[i + 1] && (
              <text x={x + (element.toNextCm ?? 0) / 2} y={-12} textAnchor="middle" fontSize={text} className="fill-ink">
                {sayLength(element.toNextCm)}
              </text>
            )}
          </g>
        );
      })}
      <line x1={0} x2={100} y1={HALF + 60} y2={HALF + 60} className="stroke-ink" strokeWidth={wide / 250} />
      <text x={115} y={HALF + 60 + text / 3} fontSize={text} className="fill-ink">
        1 m
      </text>
    </svg>
  );
}
