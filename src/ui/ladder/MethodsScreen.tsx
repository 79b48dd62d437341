/** The barn's methods side by side: a column each, a row for every question that changes something. */

import type { MethodsView } from "#contracts/views.plan.ts";
import {
  ANSWERS,
  isShipped,
  METHODS,
  type MethodQuestion,
  methodsWith,
  type OwnMethod,
  ownMethodOf,
} from "#core/ladder/methods.ts";
import { type KeyedEdits, useKeyedEdits } from "#ui/kit/keyed-edits.tsx";
import { BARE_INPUT, Button, INPUT } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { plural } from "#ui/words/figures.ts";
import { answerWords, CHANGES, QUESTION, QUESTIONS, sayMethod } from "#ui/words/method.ts";

const NUMBERS = [
  {
    key: "groundSessionsFirst",
    words: "Sessions on the ground before the first ride",
    low: 0,
    high: 40,
    changes: "the earliest ride in the plan, and the gate",
  },
  {
    key: "sessionMinutes",
    words: "Minutes of a usual session",
    low: 15,
    high: 120,
    changes: "what plans use until the record is long enough",
  },
] as const;

export function MethodsScreen({ view }: { view: MethodsView }) {
  useAwake();
  const { edits, put, save, saved, waits, panel }: KeyedEdits<OwnMethod> = useKeyedEdits<OwnMethod>({
    command: "barn/edit-methods",
    bodyOf: (methods) => ({ methods }),
    listOf: ({ methods }) => methods as OwnMethod[],
    kept: view.own,
    version: view.version,
    keyOf: ({ id }) => id,
    labelOf: (id): string => methodsWith(edits).find((one) => one.id === id)?.words ?? id,
    say: sayMethod,
  });
  const methods = methodsWith(edits);
  const kept = new Set(view.own.map(({ id }) => id));
  const change = (method: OwnMethod, by: Partial<OwnMethod>): void =>
    put(ownMethodOf(methods.map((one) => (one.id === method.id ? { ...one, ...by } : one))));
  const add = (): void => {
    const like = methods.find(({ used }) => used) ?? (methods[0] as OwnMethod);
    put([
      ...edits,
      { ...like, id: `own-${crypto.randomUUID().slice(0, 8)}`, words: `${like.words}, our way`, about: "", used: true },
    ]);
  };
  const unnamed = methods.some(({ words }) => words.trim() === "");
  return (
    <>
      <p className="max-w-3xl pb-2 text-dim">
        A training method answers the questions on which good trainers differ. Each stay has one. A change updates the plans of
        its horses from today on, never the record.
      </p>
      <div className="overflow-x-auto">
        <table className="w-full border-collapse text-left">
          <thead>
            <tr className="border-b-2 border-rail align-bottom">
              <th scope="col" className="sign min-w-52 py-1 pr-2">
                Question
              </th>
              {methods.map((method) => (
                <th key={method.id} scope="col" className="min-w-48 px-1 py-1">
                  <input
                    aria-label={`Name of ${method.words}`}
                    maxLength={40}
                    className={`${INPUT} sign`}
                    value={method.words}
                    onChange={(event) => change(method, { words: event.target.value })}
                  />
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {QUESTIONS.map((question) => (
              <Row key={question} words={QUESTION[question]} changes={CHANGES[question]}>
                {methods.map((method) => (
                  <td key={method.id} className="px-1 py-1">
                    <Answers method={method} question={question} onChange={(by) => change(method, by)} />
                  </td>
                ))}
              </Row>
            ))}
            {NUMBERS.map(({ key, words, low, high, changes }) => (
              <Row key={key} words={words} changes={changes}>
                {methods.map((method) => (
                  <td key={method.id} className="px-1 py-1">
                    <input
                      type="number"
                      min={low}
                      max={high}
                      aria-label={`${words}: ${method.words}`}
                      className={`${BARE_INPUT} w-24`}
                      value={method[key]}
                      onChange={(event) =>
                        change(method, { [key]: Math.max(low, Math.min(high, Math.round(Number(event.target.value)) || low)) })
                      }
                    />
                  </td>
                ))}
              </Row>
            ))}
            <Row words="In the manager's words" changes="shown when you book a stay">
              {methods.map((method) => (
                <td key={method.id} className="px-1 py-1 align-top">
                  <textarea
                    aria-label={`About ${method.words}`}
                    rows={4}
                    maxLength={300}
                    className={INPUT}
                    value={method.about}
                    onChange={(event) => change(method, { about: event.target.value })}
                  />
                </td>
              ))}
            </Row>
            <Row words="Offered for new stays" changes="stays that use it keep it">
              {methods.map((method) => (
                <td key={method.id} className="px-1 py-1">
                  <div className="flex flex-wrap items-center gap-2">
                    <label className="flex min-h-9 items-center gap-2">
                      <input
                        type="checkbox"
                        checked={method.used}
                        onChange={(event) => change(method, { used: event.target.checked })}
                      />
                      Offered
                    </label>
                    {isShipped(method.id) && edits.some(({ id }) => id === method.id) && (
                      <Button onClick={() => put(edits.filter(({ id }) => id !== method.id))}>Standard</Button>
                    )}
                    {!isShipped(method.id) && !kept.has(method.id) && (
                      <Button onClick={() => put(edits.filter(({ id }) => id !== method.id))}>Remove</Button>
                    )}
                  </div>
                </td>
              ))}
            </Row>
          </tbody>
        </table>
      </div>
      {panel}
      <div className="flex flex-wrap items-center gap-3 pt-3">
        <Button tone="main" disabled={waits || unnamed} onClick={() => void save()}>
          Save the methods
        </Button>
        <Button onClick={add}>Add a method</Button>
        <span role="status" className="text-dim">
          {saved
            ? "Saved"
            : unnamed
              ? "A method has no name: give it one."
              : `${plural(methods.length - METHODS.length, "method")} changed here`}
        </span>
      </div>
    </>
  );
}

function Row({ words, changes, children }: { words: string; changes: string; children: React.ReactNode }) {
  return (
    <tr className="border-b border-line align-top">
      <th scope="row" className="py-1 pr-2 font-normal">
        {words}
        <span className="block text-sm text-dim">{changes}</span>
      </th>
      {children}
    </tr>
  );
}

function Answers({
  method,
  question,
  onChange,
}: {
  method: OwnMethod;
  question: MethodQuestion;
  onChange: (by: Partial<OwnMethod>) => void;
}) {
  return (
    <select
      aria-label={`${QUESTION[question]}: ${method.words}`}
      className={INPUT}
      value={method[question]}
      onChange={(event) => onChange({ [question]: event.target.value })}
    >
      {ANSWERS[question].map((answer) => (
        <option key={answer} value={answer}>
          {answerWords(question, answer)}
        </option>
      ))}
    </select>
  );
}
