import { useState } from "react";
import type { ToolsView } from "#contracts/views.tools.ts";
import { useAwake } from "#ui/kit/use-awake.ts";
import { typedFigure } from "#ui/words/units.ts";
import { Laps, Poles } from "./Ground.tsx";
import { Layouts } from "./Layouts.tsx";
import { Circle, HeatAndWind, Workload } from "./Limits.tsx";
import { TapeWeight, WhoMayRide } from "./Measure.tsx";

const PARTS = [
  ["tape", "Weight by tape"],
  ["load", "Who may ride it?"],
  ["poles", "Poles and fences"],
  ["layouts", "Layouts"],
  ["laps", "Laps"],
  ["heat", "Heat and wind"],
  ["circle", "Circle"],
  ["work", "Workload"],
] as const;

/** The barn's calculators, for the phone in the arena and the desk alike, and the layouts that it keeps. */
export function ToolsScreen({ view }: { view: ToolsView }) {
  useAwake();
  const [weight, setWeight] = useState("");
  return (
    <div className="max-w-3xl">
      <h1>Barn tools</h1>
      <nav aria-label="Tools" className="flex flex-wrap gap-1 py-2">
        {PARTS.map(([id, words]) => (
          <a key={id} href={`#${id}`} className="sign flex min-h-14 items-center rounded border border-edge px-3 no-underline">
            {words}
          </a>
        ))}
      </nav>
      <TapeWeight
        onWeight={(kilograms) => {
          setWeight(typedFigure("weight", kilograms));
          document.getElementById("load")?.scrollIntoView();
        }}
      />
      <WhoMayRide view={view} weight={weight} onWeight={setWeight} />
      <Poles />
      <Layouts layouts={view.layouts} mayDrop={view.manager} />
      <Laps />
      <HeatAndWind limits={view.limits} />
      <Circle />
      <Workload />
    </div>
  );
}
