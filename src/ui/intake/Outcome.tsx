import type { ReactNode } from "react";
import { unitsHere } from "#contracts/barn.units.ts";
import { here } from "#contracts/ladder.here.ts";
import type { HorseNowView, InForceView } from "#contracts/views.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import { GROWING_CM } from "#core/horse/horse.ts";
import { causeOf } from "#core/intake/causes.ts";
import type { WalkStep } from "#core/intake/instrument.ts";
import type { Outcome as OutcomeFacts } from "#core/intake/outcome.ts";
import type { HardSide } from "#core/reading/hard-side.ts";
import { inner, listed } from "#ui/words/figures.ts";
import { SECOND_PERSON } from "#ui/words/intake.ts";
import { branchWords, INCIDENT } from "#ui/words/labels.ts";
import { LIGHT } from "#ui/words/labels-desk.ts";
import { lengthIn } from "#ui/words/lengths.ts";
import { sayRisk } from "#ui/words/needs.ts";
import { sayHeld } from "#ui/words/reasons.ts";
import { bothWeights, sayWeight } from "#ui/words/units.ts";
import { Findings } from "./Findings.tsx";

/** What a walk comes to: limits, findings with who should look, and where to start. */
const NAMED = 3;
const sayCauses = ({ causes }: OutcomeFacts["weighed"]): string => {
  const named = causes.slice(0, NAMED).map(({ cause }) => inner(causeOf(cause).words));
  return `${named.join(", ")}${causes.length > NAMED ? ` · ${causes.length - NAMED} more` : ""}`;
};
function Fold({
  folded,
  words,
  open = false,
  children,
}: {
  folded: boolean;
  words: string;
  open?: boolean;
  children: ReactNode;
}) {
  return folded ? (
    <details open={open} className="pt-2">
      <summary className="sign cursor-pointer">{words}</summary>
      {children}
    </details>
  ) : (
    <>
      <h2 className="pt-4">{words}</h2>
      {children}
    </>
  );
}
export function Outcome({
  outcome,
  risk,
  riskSet,
  raisedBy = null,
  hard,
  apart,
  rungs,
  inForce,
  folded = false,
}: {
  outcome: OutcomeFacts;
  risk: number;
  riskSet: boolean;
  raisedBy?: HorseNowView["raisedBy"];
  hard: HardSide;
  apart: readonly string[];
  rungs?: readonly WalkStep[];
  inForce?: InForceView;
  /** Findings and starting points open with a tap: the horse's page has other things to say first. */
  folded?: boolean;
}) {
  const { weight, load, limits } = outcome;
  const sessionMinutes = inForce ? inForce.sessionMinutes : limits.sessionMinutes;
  const circles = inForce ? inForce.circleMinutes : limits.circleMinutes;
  const secondPerson = inForce ? inForce.secondPerson : limits.secondPerson;
  return (
    <section>
      <h2>Limits</h2>
      {inForce?.checks.map((held) => (
        <p key={JSON.stringify(held)} className="border-l-4 border-oxblood bg-oxblood-soft px-2 text-oxblood">
          ■ {sayHeld(held)}
        </p>
      ))}
      {inForce && !inForce.ridden && <p className="text-oxblood">■ Ground work only (signed evaluation).</p>}
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1">
        <dt className="sign text-dim">Risk</dt>
        <dd>
          {risk} of 5
          {raisedBy
            ? `: ${inner(INCIDENT[raisedBy.kind])} on ${sayDate(raisedBy.day)}, until the next sign-off`
            : riskSet
              ? ", set by the manager"
              : `: ${listed(outcome.riskBecause.map(sayRisk))}`}
        </dd>
        <dt className="sign text-dim">Rider</dt>
        <dd>
          grade {risk} to ride, {Math.max(1, risk - 1)} for ground work
        </dd>
        <dt className="sign text-dim">Weight</dt>
        <dd>
          {weight ? `${bothWeights(weight.kilograms)} ± ${sayWeight(weight.plusMinus)}` : "not measured"}
          {weight && <span className="text-dim"> by {weight.by === "scale" ? "scale" : weight.formula}</span>}
        </dd>
        <dt className="sign text-dim">Load</dt>
        <dd>
          {load
            ? `best under ${bothWeights(load.preferKg)}, never over ${bothWeights(load.refuseKg)}, with tack`
            : "unknown: ground work only"}
          {load && load.because.length > 0 && (
            <span className="text-dim"> ({listed(load.because.map((reason) => LIGHT[reason]))})</span>
          )}
        </dd>
        <dt className="sign text-dim">Circles</dt>
        <dd>{circles === 0 ? "none" : `${circles} min of trot and canter a session`}</dd>
        {(sessionMinutes !== null || secondPerson !== "no") && (
          <>
            <dt className="sign text-dim">Session</dt>
            <dd>
              {[sessionMinutes !== null && `${sessionMinutes} min at most`, secondPerson !== "no" && SECOND_PERSON[secondPerson]]
                .filter(Boolean)
                .join(", ")}
            </dd>
          </>
        )}
        {outcome.growthCm !== null && outcome.growthCm >= GROWING_CM && (
          <>
            <dt className="sign text-dim">Growth</dt>
            <dd>
              croup {lengthIn(unitsHere(), "girthCm", outcome.growthCm)} above the withers: expect poor balance, above all in
              canter
            </dd>
          </>
        )}
        <dt className="sign text-dim">Hard side</dt>
        <dd>
          {hard === "even" ? "about even" : hard}
          {outcome.hardByBranch.length > 0 && (
            <span className="text-dim">
              {" "}
              (at the evaluation:{" "}
              {listed(outcome.hardByBranch.map(({ branch, side }) => `${branchWords(branch).toLowerCase()} ${side}`))})
            </span>
          )}
        </dd>
        {apart.length > 0 && (
          <>
            <dt className="sign text-dim">Keep apart from</dt>
            <dd>{listed(apart)}</dd>
          </>
        )}
      </dl>
      <Fold
        folded={folded}
        open={outcome.weighed.causes.some(({ urgency }) => urgency === "now")}
        words={folded && outcome.weighed.causes.length > 0 ? `Findings: ${sayCauses(outcome.weighed)}` : "Findings"}
      >
        <Findings weighed={outcome.weighed} {...(rungs && { rungs })} />
        <p className="pt-1 text-sm text-dim">These are places to look, not diagnoses. Vet, dentist and farrier come first.</p>
      </Fold>
      <Fold folded={folded} words="Where to start">
        <ul>
          {outcome.starting
            .filter((point) => point.next.length > 0)
            .slice(0, 6)
            .map((point) => (
              <li key={point.branch}>
                <span className="sign text-dim">{branchWords(point.branch)}:</span>{" "}
                {listed(point.next.slice(0, 3).map((id) => here().of(id).words.toLowerCase()))}
                {point.credited.length > 0 && <span className="text-dim"> ({point.credited.length} credited)</span>}
              </li>
            ))}
        </ul>
      </Fold>
    </section>
  );
}
