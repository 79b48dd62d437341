import { useState } from "react";
import { MeasureFields } from "#contracts/intake.ts";
import type { HorseClass } from "#core/horse/horse.ts";
import type { Measures as MeasureFacts } from "#core/intake/outcome.ts";
import { FITNESS } from "#core/tools/load.ts";
import { weightOf } from "#core/tools/weight.ts";
import { Choice, Field, INPUT, Stepper } from "#ui/kit/parts.tsx";
import { kilograms } from "#ui/words/figures.ts";
import { FITNESS_WORDS } from "#ui/words/labels.ts";
import type { WalkState } from "./use-walk.ts";

type NumberName = Exclude<keyof MeasureFacts, "fitness">;

/** Holds what is typed until it is a number in its range, so that a half-typed girth never reaches the record. */
function Measure({ name, label, hint, state }: { name: NumberName; label: string; hint: string; state: WalkState }) {
  const kept = state.walk.measures[name];
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? (kept === null ? "" : String(kept));
  const value = text.trim() === "" ? null : Number(text.replace(",", "."));
  const checked = MeasureFields.shape[name].safeParse(value);
  const error = checked.success ? undefined : checked.error.issues[0]?.message;
  return (
    <Field id={`measure-${name}`} label={label} hint={hint} error={error}>
      <input
        id={`measure-${name}`}
        inputMode="decimal"
        className={`${INPUT} h-12 text-lg`}
        aria-invalid={!checked.success}
        aria-describedby={`measure-${name}-hint`}
        value={text}
        onChange={(event) => {
          setTyped(event.target.value);
          const next = event.target.value.trim() === "" ? null : Number(event.target.value.replace(",", "."));
          if (MeasureFields.shape[name].safeParse(next).success) state.put({ kind: "measure", name }, next);
        }}
      />
    </Field>
  );
}

export function Measures({ state, horseClass }: { state: WalkState; horseClass: HorseClass }) {
  const { measures } = state.walk;
  const weight = weightOf(horseClass, measures);
  return (
    <div className="grid gap-3 pt-3">
      <div className="grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
        <Measure name="girthCm" label="Heart girth, cm" hint="Behind the elbow, over the withers. 60–260." state={state} />
        <Measure name="lengthCm" label="Body length, cm" hint="Point of shoulder to point of buttock. 50–260." state={state} />
        <Measure name="scaleKg" label="Scale, kg" hint="Wins over the tape. 30–1200." state={state} />
        <Measure name="withersCm" label="Height at withers, cm" hint="50–220." state={state} />
        <Measure name="croupCm" label="Height at croup, cm" hint="50–220." state={state} />
        <Measure name="condition" label="Condition score" hint="1 very thin – 9 very fat, six places felt." state={state} />
      </div>
      <Choice
        name="fitness"
        legend="Fitness"
        big
        options={FITNESS.map((one) => [one, FITNESS_WORDS[one]] as const)}
        value={measures.fitness}
        onChange={(fitness) => state.put({ kind: "measure", name: "fitness" }, fitness)}
      />
      <p className="border-y border-line py-2 text-lg">
        {weight ? (
          <>
            Weight <strong>{kilograms(weight.kilograms)}</strong> ± {weight.plusMinus} kg{" "}
            <span className="text-dim">by {weight.formula}</span>
          </>
        ) : (
          <span className="text-dim">
            Weight comes from girth and length, or from the scale. Without it the horse is worked on the ground only.
          </span>
        )}
      </p>
    </div>
  );
}

export function MindReading({ state }: { state: WalkState }) {
  return (
    <div className="grid max-w-md grid-cols-2 gap-3 pt-3">
      <Stepper
        id="tries"
        label="Tries needed"
        unit="tries"
        step={1}
        min={0}
        max={100}
        value={state.walk.tries ?? 0}
        onChange={(tries) => state.put({ kind: "plain", name: "tries" }, tries)}
      />
      <Stepper
        id="settle"
        label="To settle"
        unit="minutes"
        step={1}
        min={0}
        max={240}
        value={state.walk.settleMinutes ?? 0}
        onChange={(minutes) => state.put({ kind: "plain", name: "settleMinutes" }, minutes)}
      />
    </div>
  );
}
