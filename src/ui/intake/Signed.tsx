import { here } from "#contracts/ladder.here.ts";
import type { Signature } from "#contracts/views.intake.ts";
import { sayDateWithYear } from "#core/calendar/local-date.ts";
import { causeOf } from "#core/intake/causes.ts";
import { Tag } from "#ui/kit/parts.tsx";
import { sayWaits } from "#ui/words/check.ts";
import { outer } from "#ui/words/figures.ts";
import { URGENCY } from "#ui/words/findings.ts";
import { SECOND_PERSON, targetWords } from "#ui/words/intake.ts";
import { VERDICT } from "#ui/words/verdict.ts";
import { verdictTone } from "./judging.ts";

/** What stands under an evaluation: the last signature, and that there were others. */
export function Signed({ signature }: { signature: Signature }) {
  const { judgement, inForce: limits } = signature;
  return (
    <section aria-labelledby="signed-title" className="border-2 border-rail p-4">
      <h2 id="signed-title">
        Signed by {signature.by}, {sayDateWithYear(signature.day)}
        {signature.revision > 1 ? `, ${signature.revision - 1} times changed` : ""}
      </h2>
      {judgement.ownerWords && <p className="py-1">“{judgement.ownerWords}”</p>}
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1 pt-2">
        <dt className="sign text-dim">Limits</dt>
        <dd>
          risk {limits.risk}; {limits.ridden ? "ridden when the gate is open" : "ground work only"};{" "}
          {SECOND_PERSON[limits.secondPerson]};{" "}
          {limits.sessionMinutes === null
            ? "sessions as the method says"
            : `sessions of ${limits.sessionMinutes} minutes at most`}
          ; {limits.circleMinutes} circle minutes
          {judgement.apart && `; company: ${judgement.apart}`}
        </dd>
        <dt className="sign text-dim">First week</dt>
        <dd>{judgement.focus.length > 0 ? outer(judgement.focus.join("; ")) : "no focus named"}</dd>
        <dt className="sign text-dim">Checks</dt>
        <dd>
          {judgement.checks.length === 0
            ? "none ordered with it"
            : judgement.checks.map((check) => (
                <span key={check.cause} className="block">
                  {causeOf(check.cause).words}: {URGENCY[check.urgency].toLowerCase()};{" "}
                  {sayWaits(check.holds, check.skills).toLowerCase()}
                </span>
              ))}
        </dd>
        <dt className="sign text-dim">Owner's request</dt>
        <dd>
          {judgement.goals.length === 0 && "no goal named"}
          {judgement.goals.map((goal) => {
            const read = signature.goals.find((one) => one.goal.skill === goal.skill);
            const verdict = goal.verdict ?? read?.verdict ?? "possible";
            return (
              <span key={goal.skill} className="block">
                {here().of(goal.skill).words}, {targetWords(goal.target)}:{" "}
                <Tag tone={verdictTone(verdict)}>{VERDICT[verdict]}</Tag>
                {goal.because && ` ${goal.because}`}
              </span>
            );
          })}
        </dd>
      </dl>
    </section>
  );
}
