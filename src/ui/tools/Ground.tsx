/** What is laid out and walked: poles and fences to scale, laps of the pen. */
import { useState } from "react";
import { distanceFeet } from "#core/tools/pen.ts";
import { distanceOf, FEET_A_STEP, LAYOUTS, type LayoutName, METRES_A_FOOT, rowOf } from "#core/tools/poles.ts";
import { Calculator, NumberIn, numberOf, SelectIn } from "./Calculator.tsx";

const LAYOUT: Record<LayoutName, string> = {
  walk: "Walk poles",
  trot: "Trot poles",
  canter: "Canter poles",
  placing: "Placing pole before or after a fence",
  "in-and-out": "In-and-out",
  "one-stride": "One stride between fences",
  "two-strides": "Two strides between fences",
};
const feet = (value: number): string => {
  const inches = Math.round(value * 12);
  return `${Math.floor(inches / 12)} ft${inches % 12 > 0 ? ` ${inches % 12} in` : ""}`;
};
const both = (value: number): string => `${feet(value)} (${(value * METRES_A_FOOT).toFixed(2)} m)`;

/** From above, to scale, with a metre beside it. */
function Row({ at, words }: { at: readonly number[]; words: string }) {
  const length = at.at(-1) ?? 0;
  const wide = length + 2;
  return (
    <svg role="img" aria-label={words} viewBox={`-1 0 ${wide} ${wide / 6}`} className="max-h-40 w-full">
      <line x1={0} x2={length} y1={wide / 9} y2={wide / 9} className="stroke-line" strokeWidth={wide / 300} />
      {at.map((x) => (
        <line key={x} x1={x} x2={x} y1={wide / 60} y2={wide / 9} className="stroke-rail" strokeWidth={wide / 120} />
      ))}
      <line x1={0} x2={1 / METRES_A_FOOT} y1={wide / 7} y2={wide / 7} className="stroke-ink" strokeWidth={wide / 250} />
      <text x={1 / METRES_A_FOOT + wide / 80} y={wide / 6.6} fontSize={wide / 40} className="fill-ink">
        1 m
      </text>
    </svg>
  );
}

export function Poles() {
  const [layout, setLayout] = useState<LayoutName>("trot");
  const [size, setSize] = useState<"horse" | "pony">("horse");
  const [count, setCount] = useState("4");
  const distance = distanceOf(layout, size);
  const many = Math.round(numberOf(count) ?? 0);
  const row = many >= 2 && many <= 12 ? rowOf(layout, size, many) : null;
  const gap = row?.[1] ?? 0;
  return (
    <Calculator
      id="poles"
      title="Poles and fences"
      formula="Usual distances for a horse's and a pony's stride. Start short with a green horse, then adjust to the actual stride. A step is a person's step of three feet."
      answer={
        distance === null ? (
          "No usual distance for a pony. Halve the height, and ask somebody who knows the pony."
        ) : (
          <>
            <p>
              {distance[0] === distance[1] ? both(distance[0]) : `${both(distance[0])} to ${both(distance[1])}`} from one to the
              next
            </p>
            {row && (
              <>
                <p>
                  In the middle {both(gap)}, {(gap / FEET_A_STEP).toFixed(1)} steps; first to last {both(row.at(-1) ?? 0)},{" "}
                  {((row.at(-1) ?? 0) / FEET_A_STEP).toFixed(1)} steps
                </p>
                <Row at={row} words={`${many} in a row, ${both(gap)} apart, from above`} />
              </>
            )}
          </>
        )
      }
    >
      <SelectIn<LayoutName>
        id="poles-layout"
        label="What"
        value={layout}
        options={LAYOUTS.map((one) => [one, LAYOUT[one]] as const)}
        onChange={setLayout}
      />
      <SelectIn<"horse" | "pony">
        id="poles-size"
        label="For a"
        value={size}
        options={[
          ["horse", "Horse"],
          ["pony", "Pony"],
        ]}
        onChange={setSize}
      />
      <NumberIn id="poles-count" label="How many (2 to 12)" value={count} onChange={setCount} />
    </Calculator>
  );
}

export function Laps() {
  const [diameter, setDiameter] = useState("60");
  const [laps, setLaps] = useState("");
  const [across, round] = [numberOf(diameter), numberOf(laps)];
  const done = across === null || round === null ? null : distanceFeet(across, round);
  return (
    <Calculator
      id="laps"
      title="Laps of the pen"
      formula="π × diameter round the rail: a pen of 60 ft is 188 ft round, one of 85 ft is 267 ft. Pens of 20 to 200 ft."
      answer={
        done === null ? (
          across !== null && round !== null && "Type a pen of 20 to 200 ft and at least 0 laps."
        ) : (
          <>
            {Math.round(done)} ft, {Math.round(done * METRES_A_FOOT)} m
          </>
        )
      }
    >
      <NumberIn id="laps-pen" label="Pen across, ft" value={diameter} onChange={setDiameter} />
      <NumberIn id="laps-count" label="Laps gone" value={laps} onChange={setLaps} />
    </Calculator>
  );
}
