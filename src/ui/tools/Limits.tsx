/** Heat and wind, minutes on the circle, and how much a week was. */

import { useState } from "react";
import { unitsHere } from "#contracts/barn.units.ts";
import { readDial } from "#core/kernel/units.ts";
import { circleMinutes } from "#core/tools/load.ts";
import { GAIT_WEIGHTS, type GaitMinutes, STEEP, weekRatio, workload } from "#core/tools/workload.ts";
import { heatOf } from "#core/weather/weather.ts";
import type { WorkLimits } from "#core/weather/work-limits.ts";
import { GAIT } from "#ui/words/labels.ts";
import { sayWind, unitHere } from "#ui/words/units.ts";
import { Calculator, NumberIn, numberOf } from "./Calculator.tsx";

export function HeatAndWind({ limits }: { limits: WorkLimits }) {
  const { heatLighter, heatShort, heatNone, windGroundFirst, windNone } = limits;
  const [degrees, setDegrees] = useState("");
  const [humidity, setHumidity] = useState("");
  const [blowing, setBlowing] = useState("");
  const [t, h, w] = [readDial(degrees, "temperature", unitsHere()), numberOf(humidity), readDial(blowing, "wind", unitsHere())];
  const heat = t === null || h === null || h < 0 || h > 100 ? null : heatOf({ temperatureC: t, humidity: h });
  const sayHeat = (value: number): string =>
    value > heatNone
      ? "■ no work"
      : value >= heatShort
        ? "▲ short, early or late, with water, and a walk after"
        : value >= heatLighter
          ? "▲ lighter work, and watch the horse"
          : "✓ as planned";
  return (
    <Calculator
      id="heat"
      title="Heat and wind"
      formula={`°F + relative humidity in %: under ${heatLighter} as planned, to ${heatShort} lighter, to ${heatNone} short, above none. Wind over ${sayWind(windGroundFirst)}: ground work first; over ${sayWind(windNone)}: no first rides, and no horse under ten rides ridden outdoors.`}
      answer={
        <>
          {heat !== null && (
            <p>
              Heat {heat}: {sayHeat(heat)}
            </p>
          )}
          {w !== null && w >= 0 && (
            <p>
              Wind {sayWind(w)}:{" "}
              {w > windNone
                ? "▲ no first rides, green horses not outdoors"
                : w > windGroundFirst
                  ? "▲ ground work first"
                  : "✓ as planned"}
            </p>
          )}
        </>
      }
    >
      <NumberIn id="heat-degrees" label={`Air, ${unitHere("temperature")}`} value={degrees} onChange={setDegrees} />
      <NumberIn id="heat-humidity" label="Humidity, %" value={humidity} onChange={setHumidity} />
      <NumberIn id="heat-wind" label={`Wind, ${unitHere("wind")}`} value={blowing} onChange={setBlowing} />
    </Calculator>
  );
}

export function Circle() {
  const [age, setAge] = useState("");
  const years = numberOf(age);
  return (
    <Calculator
      id="circle"
      title="Minutes on the circle"
      formula="Trot and canter on a circle under 20 m, each session: 10 minutes at two years, 15 at three, 20 for an adult; none under two (our judgment). An unknown age counts as two."
      answer={`${circleMinutes(years === null ? null : Math.floor(years))} minutes at most`}
    >
      <NumberIn id="circle-age" label="Age, years" value={age} onChange={setAge} />
    </Calculator>
  );
}

const NOTHING: Readonly<Record<keyof GaitMinutes, string>> = { walk: "", trot: "", canter: "", jump: "" };
export function Workload() {
  const [minutes, setMinutes] = useState(NOTHING);
  const [before, setBefore] = useState("");
  const gaits = Object.keys(GAIT_WEIGHTS) as (keyof GaitMinutes)[];
  const work = workload(
    Object.fromEntries(gaits.map((gait) => [gait, Math.max(0, numberOf(minutes[gait]) ?? 0)])) as unknown as GaitMinutes,
  );
  const average = numberOf(before);
  const ratio = average === null ? null : weekRatio(work, [average]);
  return (
    <Calculator
      id="work"
      title="Workload of a week"
      formula={`Minutes × weight of the gait: walk 1, trot 2, canter 3, jump 5, on the ground the same (judgement). More than ${STEEP} times the average of the last four weeks is a warning.`}
      answer={
        work > 0 && (
          <>
            Workload {work}
            {ratio !== null && `, ${ratio.toFixed(2)} times the average before: ${ratio > STEEP ? "▲ too steep" : "✓ fine"}`}
          </>
        )
      }
    >
      {gaits.map((gait) => (
        <NumberIn
          key={gait}
          id={`work-${gait}`}
          label={`${GAIT[gait]}, min`}
          value={minutes[gait]}
          onChange={(text) => setMinutes({ ...minutes, [gait]: text })}
        />
      ))}
      <NumberIn id="work-before" label="Average workload of the last four weeks" value={before} onChange={setBefore} />
    </Calculator>
  );
}
