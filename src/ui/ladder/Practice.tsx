/** Ten described situations, scored one after the other, each with the barn's answer; what was given goes to the manager's page of riders. */
import { useEffect, useState } from "react";
import { SCORES, type Score } from "#core/kernel/sides.ts";
import { type Agreement, practiceAnswer, type Situation, situationsOf } from "#core/ladder/practice.ts";
import type { Measure } from "#core/ladder/skill.ts";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useCommand } from "#ui/kit/use-command.ts";
import { plural } from "#ui/words/figures.ts";
import { SCORE_WORDS } from "#ui/words/labels.ts";
import { sayFigure } from "#ui/words/measures.ts";

interface Props {
  readonly skill: string;
  readonly words: string;
  readonly scores: readonly string[];
  readonly measure: Measure | null;
}

export function Practice({ skill, words, scores, measure }: Props) {
  useAwake();
  const [asked, setAsked] = useState<readonly Situation[]>([]);
  const [given, setGiven] = useState<readonly Score[]>([]);
  const [shown, setShown] = useState(false);
  const [result, setResult] = useState<Agreement | null>(null);
  const { busy, problem, send } = useCommand();
  const begin = (): void => {
    setAsked(situationsOf(measure, Math.random));
    setGiven([]);
    setShown(false);
    setResult(null);
  };
  // By chance, so that it begins in the browser alone.
  useEffect(begin, [measure]);
  const at = shown ? given.length - 1 : given.length;
  const situation = asked[at];
  const answer = situation ? practiceAnswer(situation, measure) : null;
  const mine = given[at];
  const describe = (one: Situation): string =>
    one.kind === "figure"
      ? `${measure ? `${measure.words}: ${sayFigure(measure, one.figure)}` : one.figure}`
      : `${one.again ? "Another horse, another day: " : ""}${scores[one.score] ?? ""}`;
  const finish = async (): Promise<void> => {
    const answered = await send<Agreement>("ladder/practise", {
      skill,
      given: asked.map((one, i) => ({ situation: one, score: given[i] })),
    });
    if (answered.ok) setResult(answered.value);
  };
  return (
    <div className="grid max-w-xl gap-3">
      <h1>Practice: {words}</h1>
      <p className="text-dim">Read what the horse does and give your score. The barn's score follows each one.</p>
      {result ? (
        <section aria-label="How it went" className="grid gap-2">
          <p role="status" className="border-l-4 border-rail bg-rail-soft px-3 py-2 text-lg">
            {result.exact} of {plural(result.situations, "situation")} the same as the barn, {result.withinOne} within one.
          </p>
          <div className="flex gap-2">
            <Button tone="main" big onClick={begin}>
              Ten more
            </Button>
            <a className="sign flex min-h-14 items-center text-rail" href={`/skill/${skill}`}>
              Back to the page
            </a>
          </div>
        </section>
      ) : situation ? (
        <section aria-label={`Situation ${at + 1} of ${asked.length}`} className="grid gap-3">
          <p className="sign text-dim">
            {at + 1} of {asked.length}
          </p>
          <p className="min-h-20 border-2 border-line bg-paper p-3 text-xl">{describe(situation)}</p>
          <div role="group" aria-label="Your score" className="flex">
            {SCORES.map((score) => (
              <button
                key={score}
                type="button"
                aria-pressed={mine === score}
                aria-label={`${score}, ${SCORE_WORDS[score]}`}
                disabled={shown}
                onClick={() => {
                  setGiven([...given, score]);
                  setShown(true);
                }}
                className={`sign h-14 flex-1 border text-xl ${mine === score ? "border-rail bg-rail text-on-rail" : "border-edge bg-paper"}`}
              >
                {score}
              </button>
            ))}
          </div>
          {shown && answer !== null && (
            <div role="status" className="grid gap-2">
              <p className={mine === answer ? "text-rail" : "text-ochre"}>
                {mine === answer ? "✓ The barn scores the same." : `▲ The barn's score is ${answer}: ${scores[answer] ?? ""}.`}
              </p>
              {given.length < asked.length ? (
                <Button tone="main" big onClick={() => setShown(false)}>
                  Next
                </Button>
              ) : (
                <Button tone="main" big disabled={busy} onClick={() => void finish()}>
                  Save my practice
                </Button>
              )}
            </div>
          )}
          <Trouble problem={problem} />
        </section>
      ) : null}
    </div>
  );
}
