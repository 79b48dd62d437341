/** Weight by tape, and who may ride a horse of that weight. */

import { useState } from "react";
import { unitsHere } from "#contracts/barn.units.ts";
import type { ToolsView } from "#contracts/views.tools.ts";
import { HORSE_CLASSES, type HorseClass } from "#core/horse/horse.ts";
import { centimetresToInches, readDial } from "#core/kernel/units.ts";
import { FITNESS, type Fitness, loadLimit } from "#core/tools/load.ts";
import { weightByTape } from "#core/tools/weight.ts";
import { listed } from "#ui/words/figures.ts";
import { CLASS, FITNESS_WORDS, LIGHT } from "#ui/words/labels-desk.ts";
import { bothWeights, sayWeight, unitHere } from "#ui/words/units.ts";
import { Calculator, NumberIn, numberOf, SelectIn } from "./Calculator.tsx";

const CM_A_INCH = 1 / centimetresToInches(1);

export function TapeWeight({ onWeight }: { onWeight(kilograms: number): void }) {
  const [unit, setUnit] = useState<"cm" | "in">(unitsHere() === "hands" ? "in" : "cm");
  const [horseClass, setClass] = useState<HorseClass>("adult");
  const [girth, setGirth] = useState("");
  const [length, setLength] = useState("");
  const inCm = (text: string): number | null => {
    const typed = numberOf(text);
    return typed === null ? null : typed * (unit === "in" ? CM_A_INCH : 1);
  };
  const [g, l] = [inCm(girth), inCm(length)];
  const weight = g === null || l === null ? null : weightByTape(horseClass, g, l);
  return (
    <Calculator
      id="tape"
      title="Weight by tape"
      formula="Pounds = girth² × length ÷ 330 in inches (yearling 301, weanling 280, pony 299); kilograms = girth² × length ÷ 11 880 in centimetres. Girth 60 to 260 cm, length 50 to 260 cm. A scale's reading wins."
      answer={
        weight ? (
          <>
            {bothWeights(weight.kilograms)}, give or take {sayWeight(weight.plusMinus)}{" "}
            <button type="button" className="sign min-h-14 px-2 text-slate underline" onClick={() => onWeight(weight.kilograms)}>
              who may ride it?
            </button>
          </>
        ) : g !== null && l !== null ? (
          "Check the tape: girth 60 to 260 cm, length 50 to 260 cm."
        ) : (
          ""
        )
      }
    >
      <SelectIn<HorseClass>
        id="tape-class"
        label="Horse"
        value={horseClass}
        options={HORSE_CLASSES.map((one) => [one, CLASS[one]] as const)}
        onChange={setClass}
      />
      <SelectIn<"cm" | "in">
        id="tape-unit"
        label="Tape in"
        value={unit}
        options={[
          ["cm", "centimetres"],
          ["in", "inches"],
        ]}
        onChange={setUnit}
      />
      <NumberIn id="tape-girth" label={`Heart girth, ${unit}`} value={girth} onChange={setGirth} />
      <NumberIn id="tape-length" label={`Body length, ${unit}`} value={length} onChange={setLength} />
    </Calculator>
  );
}

export function WhoMayRide({ view, weight, onWeight }: { view: ToolsView; weight: string; onWeight(text: string): void }) {
  const [age, setAge] = useState("");
  const [fitness, setFitness] = useState<Fitness>("fit");
  const [rider, setRider] = useState("");
  const horse = readDial(weight, "weight", unitsHere());
  const limit =
    horse !== null && horse > 0
      ? loadLimit({ weightKg: horse, ageYears: numberOf(age), fitness, condition: null, daysOff: null })
      : null;
  const typed = readDial(rider, "weight", unitsHere());
  const people = [...(typed === null ? [] : [{ name: "This rider", weightKg: typed }]), ...view.people];
  const say = (kg: number): string =>
    limit === null
      ? ""
      : kg > limit.refuseKg
        ? "■ too heavy"
        : kg > limit.preferKg
          ? "▲ keep it short; a lighter rider is better"
          : "✓ fine";
  return (
    <Calculator
      id="load"
      title="Who may ride it?"
      formula="Rider with tack ÷ horse's weight. Fit adult: best under 17 %, refuse above 20 % (Powell and co-workers, 2008, saw strain from 25 %); under four years, unfit or age unknown 15 % and 18 %."
      answer={
        limit && (
          <>
            <p>
              Better under {bothWeights(limit.preferKg)}, never above {bothWeights(limit.refuseKg)}
              {limit.because.length > 0 && ` (${listed(limit.because.map((why) => LIGHT[why]))})`}
            </p>
            <ul>
              {people.map(({ name, weightKg }) => (
                <li key={name}>
                  {name}, {bothWeights(weightKg)}, {((100 * weightKg) / (horse ?? 1)).toFixed(1)}%: {say(weightKg)}
                </li>
              ))}
            </ul>
          </>
        )
      }
    >
      <NumberIn id="load-horse" label={`Horse, ${unitHere("weight")}`} value={weight} onChange={onWeight} />
      <NumberIn id="load-age" label="Age, years" value={age} onChange={setAge} />
      <SelectIn<Fitness>
        id="load-fitness"
        label="Fitness"
        value={fitness}
        options={FITNESS.map((one) => [one, FITNESS_WORDS[one]] as const)}
        onChange={setFitness}
      />
      <NumberIn id="load-rider" label={`Rider with tack, ${unitHere("weight")}`} value={rider} onChange={setRider} />
    </Calculator>
  );
}
