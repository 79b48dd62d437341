import type { Outcome as OutcomeFacts } from "#core/intake/outcome.ts";
import type { HardSide } from "#core/ladder/level.ts";
import { skillOf } from "#core/ladder/skills.ts";
import { kilograms, listed } from "#ui/words/figures.ts";
import { BRANCH, LIGHT } from "#ui/words/labels.ts";
import { sayRisk } from "#ui/words/needs.ts";
import { Findings } from "./Findings.tsx";

/** What a walk comes to: limits, findings with who should look, and where to start. */
export function Outcome({
  outcome,
  risk,
  riskSet,
  hard,
  apart,
}: {
  outcome: OutcomeFacts;
  risk: number;
  riskSet: boolean;
  hard: HardSide;
  apart: readonly string[];
}) {
  const { weight, load } = outcome;
  return (
    <section>
      <h2>Limits</h2>
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1">
        <dt className="sign text-dim">Risk</dt>
        <dd>
          {risk} of 5{riskSet ? ", set by the manager" : `: ${listed(outcome.riskBecause.map(sayRisk))}`}
        </dd>
        <dt className="sign text-dim">Rider</dt>
        <dd>
          grade {risk} to ride, {Math.max(1, risk - 1)} for ground work
        </dd>
        <dt className="sign text-dim">Weight</dt>
        <dd>
          {weight ? `${kilograms(weight.kilograms)} ± ${weight.plusMinus}` : "not measured"}
          {weight && <span className="text-dim"> by {weight.by === "scale" ? "scale" : weight.formula}</span>}
        </dd>
        <dt className="sign text-dim">Load</dt>
        <dd>
          {load
            ? `prefer under ${kilograms(load.preferKg)}, refuse above ${kilograms(load.refuseKg)}, with tack`
            : "unknown: ground work only"}
          {load && load.because.length > 0 && (
            <span className="text-dim"> ({listed(load.because.map((reason) => LIGHT[reason]))})</span>
          )}
        </dd>
        <dt className="sign text-dim">Circles</dt>
        <dd>{outcome.circleMinutes === 0 ? "none: too young" : `${outcome.circleMinutes} min of trot and canter a session`}</dd>
        {outcome.growthCm !== null && outcome.growthCm >= 2 && (
          <>
            <dt className="sign text-dim">Growth</dt>
            <dd>croup {outcome.growthCm} cm above the withers: expect trouble with balance and canter</dd>
          </>
        )}
        <dt className="sign text-dim">Hard side</dt>
        <dd>
          {hard === "even" ? "about even" : hard}
          {outcome.hardByBranch.length > 0 && (
            <span className="text-dim">
              {" "}
              (at the evaluation:{" "}
              {listed(outcome.hardByBranch.map(({ branch, side }) => `${BRANCH[branch].toLowerCase()} ${side}`))})
            </span>
          )}
        </dd>
        {apart.length > 0 && (
          <>
            <dt className="sign text-dim">Apart from</dt>
            <dd>{listed(apart)}</dd>
          </>
        )}
      </dl>
      <h2 className="pt-4">Findings</h2>
      <Findings weighed={outcome.weighed} />
      <p className="pt-1 text-sm text-dim">Places to look, no diagnoses: vet, dentist and farrier come first.</p>
      <h2 className="pt-4">Where to start</h2>
      <ul>
        {outcome.starting
          .filter((point) => point.next.length > 0)
          .slice(0, 6)
          .map((point) => (
            <li key={point.branch}>
              <span className="sign text-dim">{BRANCH[point.branch]}:</span>{" "}
              {listed(point.next.slice(0, 3).map((id) => skillOf(id).words.toLowerCase()))}
              {point.credited.length > 0 && <span className="text-dim"> ({point.credited.length} credited)</span>}
            </li>
          ))}
      </ul>
    </section>
  );
}
