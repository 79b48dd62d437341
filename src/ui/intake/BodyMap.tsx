/** The body map: both sides and the front in outline, touchy places as notches, the map of an earlier evaluation beneath. */
import { useState } from "react";
import { TOUCHES_BY, type Touch, type TouchBy, ZONES, type Zone } from "#core/intake/body.ts";
import type { Strength } from "#core/intake/signs.ts";
import type { TrackSide } from "#core/kernel/sides.ts";
import { Choice } from "#ui/kit/parts.tsx";
import { SIDE } from "#ui/words/labels.ts";
import { sayTouches, TOUCHED_BY } from "#ui/words/touches.ts";
import {
  FRONT_BOX,
  FRONT_LINES,
  FRONT_OUTLINES,
  FRONT_SPOTS,
  SIDE_BEHIND,
  SIDE_BOX,
  SIDE_LINES,
  SIDE_OUTLINE,
  SIDE_SPOTS,
  TAIL_LINE,
} from "./body-drawing.ts";

type View = "left" | "front" | "right";
const VIEW_WORDS: Record<View, string> = { left: "Left side", front: "Front and behind", right: "Right side" };
/** On a tablet held upright the two sides stand beside one another and the front beneath. */
const PLACE_IN_ROW: Record<View, string> = {
  left: "order-1",
  right: "order-2 lg:order-3 print:order-3",
  front: "order-3 col-span-2 mx-auto w-64 lg:order-2 lg:col-span-1 lg:w-auto print:order-2 print:col-span-1 print:w-auto",
};
const RADIUS = 16;

const sideOf = (view: View): TrackSide => (view === "front" ? "both" : view);
const zonesOf = (view: View): readonly Zone[] => ZONES.filter((zone) => zone.sided === (view !== "front"));
function placeOf(view: View, zone: string): readonly [number, number] {
  if (view === "front") return FRONT_SPOTS[zone] ?? [0, 0];
  const [x, y] = SIDE_SPOTS[zone] ?? [0, 0];
  return [view === "left" ? x : SIDE_BOX.width - x, y];
}
const strongest = (touches: readonly Touch[], zone: string, side: TrackSide): number =>
  Math.max(0, ...touches.filter((touch) => touch.zone === zone && touch.side === side).map((touch) => touch.strength));

/** One to three notches in a ring; a dashed ring beneath for the evaluation before. */
function Spot({ x, y, now, before }: { x: number; y: number; now: number; before: number }) {
  return (
    <g>
      {before > 0 && (
        <>
          <circle cx={x} cy={y} r={RADIUS + 4} fill="none" stroke="var(--color-slate)" strokeWidth="2" strokeDasharray="4 3" />
          {Array.from({ length: before }, (_, i) => (
            <line
              key={i}
              x1={x - 6 + i * 6}
              x2={x - 6 + i * 6}
              y1={y - RADIUS - 10}
              y2={y - RADIUS - 4}
              stroke="var(--color-slate)"
              strokeWidth="2.5"
            />
          ))}
        </>
      )}
      <circle
        cx={x}
        cy={y}
        r={RADIUS}
        fill={now > 0 ? "var(--color-ochre-soft)" : "var(--color-paper)"}
        fillOpacity={now > 0 ? 1 : 0.75}
        stroke={now > 0 ? "var(--color-ochre)" : "var(--color-dim)"}
        strokeWidth={now > 0 ? 2.5 : 1}
      />
      {Array.from({ length: now }, (_, i) => {
        const left = x - ((now - 1) * 7) / 2 + i * 7;
        return <line key={i} x1={left} x2={left} y1={y - 8} y2={y + 8} stroke="var(--color-ochre)" strokeWidth="3.5" />;
      })}
    </g>
  );
}

/** The outline by itself, as other drawings stand on it too. */
export const Side = () => (
  <>
    {SIDE_BEHIND.map((line) => (
      <path key={line} d={line} strokeWidth="1.1" fill="var(--color-paper)" />
    ))}
    <path d={SIDE_OUTLINE} fill="var(--color-paper)" />
    {SIDE_LINES.map((line) => (
      <path key={line} d={line} strokeWidth="1.1" />
    ))}
  </>
);
function Drawing({ view, touches, earlier }: { view: View; touches: readonly Touch[]; earlier: readonly Touch[] }) {
  const box = view === "front" ? FRONT_BOX : SIDE_BOX;
  const mirror = view === "right" ? `translate(${SIDE_BOX.width} 0) scale(-1 1)` : undefined;
  const said = sayTouches(touches.filter((touch) => touch.side === sideOf(view)));
  return (
    <svg
      viewBox={`0 0 ${box.width} ${box.height}`}
      role="img"
      aria-label={`${VIEW_WORDS[view]}: ${said.length > 0 ? said.join("; ") : "nothing touchy"}`}
      className="block w-full"
    >
      <g transform={mirror} stroke="var(--color-ink)" fill="none" strokeWidth="1.6" strokeLinejoin="round" strokeLinecap="round">
        {view === "front" ? (
          <>
            {FRONT_OUTLINES.map((line) => (
              <path key={line} d={line} fill="var(--color-paper)" />
            ))}
            <path d={TAIL_LINE} fill="var(--color-paper)" />
            {FRONT_LINES.map((line) => (
              <path key={line} d={line} strokeWidth="1.1" />
            ))}
          </>
        ) : (
          <Side />
        )}
      </g>
      {zonesOf(view).map((zone) => {
        const [x, y] = placeOf(view, zone.id);
        return (
          <Spot
            key={zone.id}
            x={x}
            y={y}
            now={strongest(touches, zone.id, sideOf(view))}
            before={strongest(earlier, zone.id, sideOf(view))}
          />
        );
      })}
    </svg>
  );
}

/** Buttons over the drawing; a tap raises the strength by what is chosen: 1, 2, 3, gone. */
function Spots({ view, touches, by, onPut }: { view: View; touches: readonly Touch[]; by: TouchBy; onPut: PutTouch }) {
  const box = view === "front" ? FRONT_BOX : SIDE_BOX;
  const side = sideOf(view);
  return (
    <>
      {zonesOf(view).map((zone) => {
        const [x, y] = placeOf(view, zone.id);
        const strength = touches.find((touch) => touch.zone === zone.id && touch.side === side && touch.by === by)?.strength ?? 0;
        const name = `${zone.words}${side === "both" ? "" : `, ${SIDE[side]}`}`;
        return (
          <button
            key={zone.id}
            type="button"
            title={zone.words}
            aria-label={`${name}, ${TOUCHED_BY[by].toLowerCase()}: ${strength > 0 ? `touchy ${strength}` : "not touchy"}`}
            className="absolute size-14 -translate-x-1/2 -translate-y-1/2 rounded-full"
            style={{ left: `${(x / box.width) * 100}%`, top: `${(y / box.height) * 100}%` }}
            onClick={() => onPut(zone.id, side, by, strength === 3 ? null : ((strength + 1) as Strength))}
          />
        );
      })}
    </>
  );
}

type PutTouch = (zone: string, side: TrackSide, by: TouchBy, strength: Strength | null) => void;

const VIEWS: readonly View[] = ["left", "front", "right"];

/** As it was found, to read or to print. */
export function BodyMap({ touches, earlier = [] }: { touches: readonly Touch[]; earlier?: readonly Touch[] }) {
  return (
    <div className="grid grid-cols-2 gap-1 lg:grid-cols-[430fr_280fr_430fr] print:grid-cols-[430fr_280fr_430fr]">
      {VIEWS.map((view) => (
        <figure key={view} className={`min-w-0 ${PLACE_IN_ROW[view]}`}>
          <Drawing view={view} touches={touches} earlier={earlier} />
          <figcaption className="sign text-center text-sm text-dim">{VIEW_WORDS[view]}</figcaption>
        </figure>
      ))}
    </div>
  );
}

/** The map in the walk: choose by what it is touched, then tap the place. */
export function TapMap({ touches, earlier, onPut }: { touches: readonly Touch[]; earlier: readonly Touch[]; onPut: PutTouch }) {
  const [by, setBy] = useState<TouchBy>("hand");
  /** The side at which one stands is large, the others are small beside it. */
  const [view, setView] = useState<View>("left");
  const said = sayTouches(touches);
  return (
    <section aria-labelledby="body-map" className="pt-4">
      <h3 id="body-map">Touchy spots</h3>
      <Choice
        name="touch-by"
        legend="Touched by"
        hideLegend
        big
        options={TOUCHES_BY.map((one) => [one, TOUCHED_BY[one]] as const)}
        value={by}
        onChange={(next) => setBy(next)}
      />
      <div className="relative mx-auto mt-2 max-w-[700px]">
        <Drawing view={view} touches={touches} earlier={earlier} />
        <Spots view={view} touches={touches} by={by} onPut={onPut} />
      </div>
      <div className="flex justify-center gap-2 pt-1" role="group" aria-label="Side you stand on">
        {VIEWS.map((one) => (
          <button
            key={one}
            type="button"
            aria-pressed={one === view}
            onClick={() => setView(one)}
            className={`sign w-36 border text-sm ${one === view ? "border-ink bg-straw" : "border-edge bg-paper"}`}
          >
            <span aria-hidden="true" className="block">
              <Drawing view={one} touches={touches} earlier={earlier} />
            </span>
            {VIEW_WORDS[one]}
          </button>
        ))}
      </div>
      <p className="text-sm text-dim">
        Tap to count up: 1 minds it, 2 moves away, 3 threatens. A fourth tap clears it.
        {earlier.length > 0 && " Dashed rings: the evaluation before."}
      </p>
      <p role="status">{said.join(" · ")}</p>
    </section>
  );
}
