/** One measure of the walk: typed in whatever unit the tape has, kept in metric, and asked about where it looks slipped. */

import { useState } from "react";
import { unitsHere } from "#contracts/barn.units.ts";
import { WalkMeasureFields } from "#contracts/intake.ts";
import {
  type LengthName,
  type MeasureQuestion,
  type NumberMeasure,
  questionOf,
  readLength,
  type TypedLength,
} from "#core/intake/measures.ts";
import { type Measurable, readDial } from "#core/kernel/units.ts";
import { Button, Field, INPUT } from "#ui/kit/parts.tsx";
import { MEASURE, MEASURE_HINT, sayMeant, sayQuestion } from "#ui/words/intake.ts";
import { lengthIn, lengthUnit } from "#ui/words/lengths.ts";
import { typedFigure, unitHere } from "#ui/words/units.ts";
import type { MeasureContext } from "./measure-context.ts";
import type { WalkState } from "./use-walk.ts";

/** What is wrong with a value, in the words of the form and the record. */
const faultOf = (name: NumberMeasure, value: number | null): string | undefined => {
  const checked = WalkMeasureFields.shape[name].safeParse(value);
  return checked.success ? undefined : checked.error.issues[0]?.message;
};

function Asked({
  question,
  name,
  onMeant,
  onKeep,
}: {
  question: MeasureQuestion;
  name: LengthName | "scaleKg";
  onMeant(text: string): void;
  onKeep(): void;
}) {
  return (
    <div className="mt-1 border-l-4 border-ochre bg-ochre-soft px-2 py-1" role="status">
      ▲ {sayQuestion(name, question)}
      <div className="flex flex-wrap gap-1 pt-1">
        {question.code === "unlikely" &&
          question.meant.slice(0, 3).map((meant) => (
            <Button key={`${meant.typed}${meant.unit}`} onClick={() => onMeant(`${meant.typed} ${meant.unit}`)}>
              {sayMeant(meant)}
            </Button>
          ))}
        <Button onClick={onKeep}>It is right</Button>
      </div>
    </div>
  );
}

export function LengthField({ name, state, context }: { name: LengthName; state: WalkState; context: MeasureContext }) {
  const kept = state.walk.measures[name];
  const [typed, setTyped] = useState<string | null>(null);
  const [right, setRight] = useState<number | null>(null);
  const system = unitsHere();
  const unit = lengthUnit(system, name);
  const text = typed ?? (kept === null ? "" : lengthIn(system, name, kept));
  const read = text.trim() === "" ? null : readLength(text, unit);
  const unread = text.trim() !== "" && read === null;
  const error = unread
    ? `A length such as ${unit === "hands" ? "15.2" : "172"}, 172 cm, 68 in or 15.2 hands.`
    : faultOf(name, read?.centimetres ?? null);
  const about = { horseClass: context.horseClass, measures: state.walk.measures, bookedCm: context.bookedCm };
  const question = read && right !== read.centimetres ? questionOf(name, read, about) : null;
  const put = (length: TypedLength | null): void => {
    const next = length?.centimetres ?? null;
    if (next !== kept && faultOf(name, next) === undefined) state.put({ kind: "measure", name }, next);
  };
  const type = (next: string): void => {
    setTyped(next);
    setRight(null);
    const length = next.trim() === "" ? null : readLength(next, unit);
    if (length || next.trim() === "") put(length);
  };
  const other = kept === null || error ? "" : ` · ${lengthIn(system === "metric" ? "hands" : "metric", name, kept)}`;
  return (
    <div>
      <Field
        id={`measure-${name}`}
        label={`${MEASURE[name]}, ${unit}`}
        hint={`${MEASURE_HINT[name]}${other}`}
        error={error && !question ? error : undefined}
      >
        <input
          id={`measure-${name}`}
          inputMode="text"
          className={`${INPUT} h-12 text-lg`}
          aria-invalid={error !== undefined}
          aria-describedby={`measure-${name}-hint`}
          value={text}
          onChange={(event) => type(event.target.value)}
        />
      </Field>
      {question && <Asked question={question} name={name} onMeant={type} onKeep={() => read && setRight(read.centimetres)} />}
      {question && error && <p className="text-sm text-oxblood">{error} This is not saved.</p>}
    </div>
  );
}

const ON_DIALS: Readonly<Partial<Record<NumberMeasure, Measurable>>> = { scaleKg: "weight", temperatureC: "temperature" };
/** A plain number: typed with point or comma, kept once it is one. */
export function NumberField({
  name,
  hint,
  state,
  question,
}: {
  name: NumberMeasure;
  hint: string;
  state: WalkState;
  question?: MeasureQuestion | null;
}) {
  const kept = state.walk.measures[name];
  const [typed, setTyped] = useState<string | null>(null);
  const [right, setRight] = useState<number | null>(null);
  const what = ON_DIALS[name];
  const text = typed ?? (kept === null ? "" : what ? typedFigure(what, kept) : String(kept));
  const numberOf = (written: string): number | null =>
    written.trim() === ""
      ? null
      : what
        ? (readDial(written, what, unitsHere()) ?? Number.NaN)
        : Number(written.replace(",", "."));
  const error = faultOf(name, numberOf(text));
  return (
    <div>
      <Field
        id={`measure-${name}`}
        label={what ? `${MEASURE[name]}, ${unitHere(what)}` : MEASURE[name]}
        hint={hint}
        error={error}
      >
        <input
          id={`measure-${name}`}
          inputMode="decimal"
          className={`${INPUT} h-12 text-lg`}
          aria-invalid={error !== undefined}
          aria-describedby={`measure-${name}-hint`}
          value={text}
          onChange={(event) => {
            setTyped(event.target.value);
            const next = numberOf(event.target.value);
            if (faultOf(name, next) === undefined) state.put({ kind: "measure", name }, next);
          }}
        />
      </Field>
      {question && right !== kept && name === "scaleKg" && (
        <Asked question={question} name={name} onMeant={() => undefined} onKeep={() => setRight(kept)} />
      )}
    </div>
  );
}
