import { unitsHere } from "#contracts/barn.units.ts";
import type { JudgementFields } from "#contracts/intake.ts";
import type { ClosedEvaluationView } from "#contracts/views.intake.ts";
import { GROWING_CM } from "#core/horse/horse.ts";
import { SECOND_PERSONS } from "#core/intake/limits.ts";
import { INPUT } from "#ui/kit/parts.tsx";
import { listed, outer } from "#ui/words/figures.ts";
import { APART, CIRCLES, LEARNER, NERVE, SECOND, SECOND_PERSON, SHORT, sayResting, UNRIDDEN } from "#ui/words/intake.ts";
import { LIGHT } from "#ui/words/labels-desk.ts";
import { lengthIn } from "#ui/words/lengths.ts";
import { sayRisk } from "#ui/words/needs.ts";
import { sayNobodyLight } from "#ui/words/reasons-desk.ts";
import { bothWeights, sayWeight } from "#ui/words/units.ts";
import type { Change } from "./judging.ts";

const reasons = (list: readonly string[]): string => (list.length > 0 ? ` (${listed(list)})` : "");

/** One limit: what the rules read with why, and a field that sets it by hand. */
function Row({
  label,
  read,
  id,
  value,
  options,
  onChange,
}: {
  label: string;
  read: string;
  id: string;
  value: string;
  options: readonly (readonly [string, string])[];
  onChange(next: string): void;
}) {
  return (
    <div className="grid items-center gap-x-3 border-b border-line py-1 md:grid-cols-[9rem_1fr_13rem]">
      <label htmlFor={id} className="sign">
        {label}
      </label>
      <span>{read}</span>
      <select id={id} className={INPUT} value={value} onChange={(event) => onChange(event.target.value)}>
        {options.map(([option, words]) => (
          <option key={option} value={option}>
            {words}
          </option>
        ))}
      </select>
    </div>
  );
}

const asRead: readonly [string, string] = ["", "Suggested"];
const flagOf = (next: string): boolean | null => (next === "" ? null : next === "yes");
const flagText = (value: boolean | null): string => (value === null ? "" : value ? "yes" : "no");
const numberOf = (next: string): number | null => (next === "" ? null : Number(next));
const SESSION_CHOICES = [20, 30, 40, 45, 60, 75, 90] as const;
const CIRCLE_CHOICES = [0, 5, 10, 15, 20, 30] as const;

export function JudgeLimits({
  view,
  judgement,
  change,
}: {
  view: ClosedEvaluationView;
  judgement: JudgementFields;
  change: Change;
}) {
  const { outcome } = view;
  const { limits, load, weight } = outcome;
  return (
    <section aria-labelledby="judge-limits">
      <h2 id="judge-limits">Limits</h2>
      <Row
        label="Risk"
        id="set-risk"
        read={`${outcome.risk} of 5: ${listed(outcome.riskBecause.map(sayRisk))}. Rider grade ${outcome.risk}, ${limits.groundGrade} on the ground.`}
        value={judgement.risk === null ? "" : String(judgement.risk)}
        options={[asRead, ...[1, 2, 3, 4, 5].map((grade) => [String(grade), `Risk ${grade}`] as const)]}
        onChange={(next) => change({ risk: numberOf(next) as JudgementFields["risk"] })}
      />
      <Row
        label="Ridden"
        id="set-ridden"
        read={
          limits.ridden ? "Yes, when the gate is open." : `Not yet: ${listed(limits.riddenBecause.map((why) => UNRIDDEN[why]))}.`
        }
        value={flagText(judgement.ridden)}
        options={[asRead, ["yes", "Yes, when the gate is open"], ["no", "Ground work only"]]}
        onChange={(next) => change({ ridden: flagOf(next) })}
      />
      <Row
        label="Second person"
        id="set-second"
        read={
          limits.secondPerson === "no"
            ? "Until the first rides are done, as for every horse."
            : `${outer(SECOND_PERSON[limits.secondPerson])}${reasons(limits.secondBecause.map((why) => SECOND[why]))}.`
        }
        value={judgement.secondPerson ?? ""}
        options={[asRead, ...SECOND_PERSONS.map((one) => [one, outer(SECOND_PERSON[one])] as const)]}
        onChange={(next) => change({ secondPerson: SECOND_PERSONS.find((one) => one === next) ?? null })}
      />
      <Row
        label="Session"
        id="set-session"
        read={
          limits.sessionMinutes === null
            ? "As long as the training method says."
            : `${limits.sessionMinutes} minutes at most${reasons(limits.sessionBecause.map((why) => SHORT[why]))}.`
        }
        value={judgement.sessionMinutes === null ? "" : String(judgement.sessionMinutes)}
        options={[asRead, ...SESSION_CHOICES.map((minutes) => [String(minutes), `${minutes} minutes`] as const)]}
        onChange={(next) => change({ sessionMinutes: numberOf(next) })}
      />
      <Row
        label="Circles"
        id="set-circles"
        read={`${limits.circleMinutes === 0 ? "None" : `${limits.circleMinutes} minutes of trot and canter a session`}${reasons(limits.circleBecause.map((why) => CIRCLES[why]))}.`}
        value={judgement.circleMinutes === null ? "" : String(judgement.circleMinutes)}
        options={[
          asRead,
          ...CIRCLE_CHOICES.map((minutes) => [String(minutes), minutes === 0 ? "None" : `${minutes} minutes`] as const),
        ]}
        onChange={(next) => change({ circleMinutes: numberOf(next) })}
      />
      <div className="grid items-center gap-x-3 border-b border-line py-1 md:grid-cols-[9rem_1fr]">
        <span className="sign">Load</span>
        <span>
          {load
            ? `Best under ${bothWeights(load.preferKg)}, never over ${bothWeights(load.refuseKg)}, with tack${reasons(load.because.map((why) => LIGHT[why]))}.`
            : "Unknown until weighed: ground work only."}
          {view.nobodyLight && <strong className="block text-oxblood">■ {sayNobodyLight(view.nobodyLight)}</strong>}
          {weight && (
            <span className="text-dim">
              {" "}
              Weight {bothWeights(weight.kilograms)} ± {sayWeight(weight.plusMinus)}.
            </span>
          )}
        </span>
      </div>
      <div className="grid items-center gap-x-3 border-b border-line py-1 md:grid-cols-[9rem_1fr_13rem]">
        <label htmlFor="set-apart" className="sign">
          Company
        </label>
        <span>
          {limits.apartBecause.length > 0
            ? `Keep space from others: ${listed(limits.apartBecause.map((why) => APART[why]))}. Name the horses under Contract and holds.`
            : "No problem with company seen."}
        </span>
        <input
          id="set-apart"
          className={INPUT}
          maxLength={300}
          placeholder="With which horses, and how far"
          value={judgement.apart}
          onChange={(event) => change({ apart: event.target.value })}
        />
      </div>
      {(outcome.learner || outcome.nerve || outcome.growthCm !== null || outcome.resting.length > 0) && (
        <p className="pt-1">
          {[
            outcome.learner && LEARNER[outcome.learner],
            outcome.nerve && NERVE[outcome.nerve],
            outcome.condition !== null && `condition ${outcome.condition}`,
            outcome.growthCm !== null &&
              outcome.growthCm >= GROWING_CM &&
              `croup ${lengthIn(unitsHere(), "girthCm", outcome.growthCm)} above the withers: expect poor balance, above all in canter`,
            ...outcome.resting.map(sayResting),
          ]
            .filter(Boolean)
            .join(" · ")}
        </p>
      )}
    </section>
  );
}
