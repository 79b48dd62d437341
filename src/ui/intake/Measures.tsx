import { LENGTHS, RESTING, restingOdd, scaleQuestion, weightQuestion } from "#core/intake/measures.ts";
import { FITNESS } from "#core/tools/load.ts";
import { BUILDS, weightOf } from "#core/tools/weight.ts";
import { Choice } from "#ui/kit/parts.tsx";
import { BUILD, restingRange, sayQuestion, sayResting } from "#ui/words/intake.ts";
import { FITNESS_WORDS } from "#ui/words/labels-desk.ts";
import { bothWeights, sayWeight } from "#ui/words/units.ts";
import { Condition } from "./Condition.tsx";
import { LengthField, NumberField } from "./MeasureField.tsx";
import type { MeasureContext } from "./measure-context.ts";
import { Scale } from "./Scale.tsx";
import type { WalkState } from "./use-walk.ts";

export function Measures({ state, context }: { state: WalkState; context: MeasureContext }) {
  const { measures } = state.walk;
  const weight = weightOf(context.horseClass, measures);
  const tape = weightOf(context.horseClass, { ...measures, scaleKg: null });
  const question =
    scaleQuestion(measures.scaleKg, tape?.kilograms ?? null) ?? (weight && weightQuestion(weight.kilograms, context.lastKg));
  const odd = restingOdd(measures);
  const grown = context.horseClass === "adult" || context.horseClass === "pony";
  return (
    <div className="grid gap-4 pt-3">
      <section aria-labelledby="tape">
        <h3 id="tape">Tape and scale</h3>
        <div className="grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
          {LENGTHS.filter((name) => name !== "neckCm" || grown).map((name) => (
            <LengthField key={name} name={name} state={state} context={context} />
          ))}
          <div>
            <NumberField name="scaleKg" hint="Counts before the tape." state={state} />
            <Scale state={state} />
          </div>
        </div>
        {grown && (
          <div className="pt-2">
            <Choice
              name="build"
              legend="Build, for the formula with height and neck"
              options={BUILDS.map((one) => [one, BUILD[one]] as const)}
              value={measures.build}
              onChange={(build) => state.put({ kind: "measure", name: "build" }, build)}
            />
          </div>
        )}
        <p className="mt-2 border-y border-line py-2 text-lg" role="status">
          {weight ? (
            <>
              Weight <strong>{bothWeights(weight.kilograms)}</strong> ± {sayWeight(weight.plusMinus)}{" "}
              <span className="text-dim">by {weight.formula}</span>
            </>
          ) : (
            <span className="text-dim">
              Weight comes from girth and length, or from the scale. Without a weight: ground work only.
            </span>
          )}
          {question && (
            <span className="block border-l-4 border-ochre bg-ochre-soft px-2">▲ {sayQuestion("scaleKg", question)}</span>
          )}
        </p>
      </section>
      <Condition state={state} />
      <Choice
        name="fitness"
        legend="Fitness"
        big
        options={FITNESS.map((one) => [one, FITNESS_WORDS[one]] as const)}
        value={measures.fitness}
        onChange={(fitness) => state.put({ kind: "measure", name: "fitness" }, fitness)}
      />
      <section aria-labelledby="resting">
        <h3 id="resting">At rest</h3>
        <div className="grid grid-cols-2 gap-3 lg:grid-cols-4">
          {RESTING.map((name) => (
            <NumberField key={name} name={name} hint={`Normal ${restingRange(name)}`} state={state} />
          ))}
        </div>
        {odd.length > 0 && (
          <p role="status" className="mt-2 border-l-4 border-oxblood bg-oxblood-soft px-3 py-1 text-oxblood">
            ■ Out of the normal range: {odd.map(sayResting).join("; ")}. Count again at rest. If it stays like this, tell the vet
            before any work.
          </p>
        )}
      </section>
    </div>
  );
}
