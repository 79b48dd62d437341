import type { JudgementFields } from "#contracts/intake.ts";
import type { ClosedEvaluationView, ComparedView, EvaluationLink, Signature, WalkView } from "#contracts/views.intake.ts";
import { dateInZone } from "#core/calendar/local-date.ts";
import { orderOf } from "#core/check/check.ts";
import type { Goal } from "#core/intake/aims.ts";
import { causeOf } from "#core/intake/causes.ts";
import { compareWalks } from "#core/intake/compare.ts";
import { rungsFor, rungsWithGoals } from "#core/intake/instrument.ts";
import { type EvaluationKind, type Outcome, scoresOfMarks } from "#core/intake/outcome.ts";
import { skillsComplainedOf } from "#core/intake/request.ts";
import type { WalkMark } from "#core/intake/seen.ts";
import type { Ladder } from "#core/ladder/ladder.ts";
import { trackKey } from "#core/ladder/level.ts";
import { hardSideOf } from "#core/reading/hard-side.ts";
import { listChecksOf } from "#db/queries/check.ts";
import { type Evaluation, listEvaluations } from "#db/queries/intake.ts";
import {
  answersOf,
  findInstrument,
  type JudgementRecord,
  latestInstrument,
  listGoals,
  listJudgements,
} from "#db/queries/judgement.ts";
import { listPages } from "#db/queries/ladder.ts";
import { listPeople } from "#db/queries/people.ts";
import type { Deps } from "../container.ts";
import { anchorsOf } from "../ladder/anchors.ts";
import { complaintOf, heardOf, nobodyLightFor, outcomeOf, walkedHorse } from "../stay/facts.ts";
import { readAim } from "../stay/read-aim.ts";
import type { Opened } from "../stay/read-horse.ts";
import { readBodies } from "../watch/bodies.ts";

const isClosed = (evaluation: Evaluation): boolean => evaluation.closedAt !== null;
const linkOf = ({ id, kind, day, byName }: Evaluation): EvaluationLink => ({ id, kind, day, by: byName });

/** The open draft, if there is one, and the kind that is due next. */
export async function readEvaluate({ sql }: Deps, { stay, barn, today, head }: Opened) {
  const evaluations = await listEvaluations(sql, stay.id);
  const draft = evaluations.find((evaluation) => !isClosed(evaluation)) ?? null;
  const before = evaluations.filter(isClosed).at(-1) ?? null;
  const next = head.ruler.posts.find((post) => !post.done && post.kind !== "arrival" && post.kind !== "report");
  const instrument = draft ? await findInstrument(sql, draft.instrument) : await latestInstrument(sql);
  // What it came for is looked at by itself, at arrival, half time and exit.
  const goals = (await listGoals(sql, stay.id)).map(({ skill }) => skill);
  const asked = skillsComplainedOf({ words: stay.complaint, during: stay.complaintDuring }, barn.ladder);
  const seen = (draft?.walk.marks ?? []).map(({ skill }) => skill);
  const rungs = rungsWithGoals(rungsFor(instrument.rungs, barn.ladder), [...goals, ...asked, ...seen], barn.ladder);
  const walk: WalkView | null = draft && {
    id: draft.id,
    stay: stay.id,
    horse: head.horse,
    kind: draft.kind,
    day: draft.day,
    about: walkedHorse(stay, today),
    heard: heardOf(stay, barn, today),
    goals: [...new Set([...goals, ...asked])],
    initial: { version: draft.version, walk: draft.walk },
    rungs,
    anchors: anchorsOf(
      await listPages(
        sql,
        rungs.flatMap(({ skills }) => skills),
      ),
    ),
    earlier: before && {
      day: before.day,
      marks: before.walk.marks,
      touches: before.walk.touches,
      kilograms: outcomeOf(stay, before, before.day, barn.ladder).weight?.kilograms ?? null,
    },
    bookedCm: stay.heightCm,
    complaint: complaintOf(stay),
  };
  return {
    draft,
    walk,
    rungs,
    due: (next?.kind ?? "exit") as EvaluationKind,
    closed: evaluations.filter(isClosed).map(linkOf),
  };
}

/** Checks that the rules would tick: what a body may explain, likeliest and cheapest first, and no more than somebody would pay for at once. */
const TICKED = 3;

function proposalOf(outcome: Outcome, goals: JudgementFields["goals"], ladder: Ladder): JudgementFields {
  const checks = outcome.weighed.causes
    .filter((one) => causeOf(one.cause).body && one.urgency !== "watch")
    .slice(0, TICKED)
    .map((one) => {
      const { cause, urgency, holds, skills } = orderOf(one, ladder.skills);
      return { cause, urgency, holds, skills: [...skills] };
    });
  return {
    risk: null,
    ridden: null,
    secondPerson: null,
    sessionMinutes: null,
    circleMinutes: null,
    apart: "",
    focus: [],
    goals: [...goals],
    checks,
    ownerWords: "",
  };
}

/** Goals that were answered as not for this term. */
const farAway = (signed: JudgementRecord | undefined): readonly Goal[] =>
  signed ? answersOf(signed).filter(({ verdict }) => verdict === "not-this-term") : [];

/** A closed evaluation with what comes of it; null where there is none of that id. */
export async function readClosedEvaluation(
  { sql }: Deps,
  { stay, barn, head }: Opened,
  asked: string | undefined,
): Promise<ClosedEvaluationView | null> {
  const evaluations = await listEvaluations(sql, stay.id);
  const at = evaluations.findIndex((one) => one.id === asked && isClosed(one));
  const evaluation = evaluations[at];
  if (!evaluation) return null;
  const earlier = evaluations.slice(0, at).filter(isClosed).at(-1) ?? null;
  const [{ rungs }, judgements, signedBefore, goals, checks, people] = await Promise.all([
    findInstrument(sql, evaluation.instrument),
    listJudgements(sql, evaluation.id),
    earlier && evaluation.kind !== "exit" ? listJudgements(sql, earlier.id) : [],
    listGoals(sql, stay.id),
    listChecksOf(sql, stay.id),
    listPeople(sql),
  ]);
  const { walk } = evaluation;
  const read = readAim(stay, barn, evaluation.day);
  const intake = evaluations.find((one) => one.kind === "intake" && isClosed(one) && one.id !== evaluation.id) ?? null;
  const before = new Map((intake?.walk.marks ?? []).map((mark: WalkMark) => [trackKey(mark.skill, mark.side), mark.score]));
  const outcome = outcomeOf(stay, evaluation, evaluation.day, barn.ladder, heardOf(stay, barn, evaluation.day));
  const signatures = judgements.map(
    ({ revision, signedAt, signedBy, content, inForce, goals: read }): Signature => ({
      revision,
      day: dateInZone(barn.timeZone, signedAt.getTime()),
      by: signedBy,
      judgement: content,
      inForce,
      goals: read,
    }),
  );
  return {
    id: evaluation.id,
    stay: stay.id,
    barn: barn.name,
    horse: head.horse,
    client: stay.client,
    aim: stay.aim,
    complaint: complaintOf(stay),
    notRead: read.notRead,
    notNow: read.notNow,
    term: stay.length,
    kind: evaluation.kind,
    day: evaluation.day,
    by: evaluation.byName,
    rungs: rungsWithGoals(
      rungs,
      walk.marks.map(({ skill }) => skill),
      barn.ladder,
    ),
    stoppedAt: walk.stoppedAt,
    stopReason: walk.stopReason,
    saddleReason: walk.saddleReason,
    words: walk.words,
    marks: walk.marks.map((mark) => ({ ...mark, before: before.get(trackKey(mark.skill, mark.side)) ?? null })),
    signs: walk.signs,
    touches: walk.touches,
    earlierTouches: earlier?.walk.touches ?? [],
    measures: walk.measures,
    tries: walk.tries,
    settleMinutes: walk.settleMinutes,
    outcome,
    hard: hardSideOf(scoresOfMarks(walk.marks), barn.ladder.all).side,
    nobodyLight: nobodyLightFor(stay, [evaluation], people, evaluation.day),
    signatures,
    maySign: !stay.wentHome,
    proposal: proposalOf(
      outcome,
      // What was not for this term when it was last asked is answered anew.
      [...goals, ...farAway(signedBefore.at(-1)).filter(({ skill }) => !goals.some((goal) => goal.skill === skill))].map(
        ({ skill, target }) => ({ skill, target, verdict: null, because: "" }),
      ),
      barn.ladder,
    ),
    proposed: read.goals.filter(({ skill }) => !goals.some((goal) => goal.skill === skill)),
    asked: checks.flatMap((check) => (check.orderedOn >= evaluation.day && check.cause ? [check.cause] : [])),
    earlierEvaluations: evaluations.filter(isClosed).length > 1,
  };
}

/** All closed evaluations of a stay side by side. */
export async function readCompared({ sql }: Deps, opened: Opened): Promise<ComparedView> {
  const { stay, barn, head } = opened;
  const closed = (await listEvaluations(sql, stay.id)).filter(isClosed);
  return {
    bodies: await readBodies(sql, opened, closed),
    horse: head.horse,
    stay: stay.id,
    columns: closed.map((evaluation) => {
      const { weight, condition, risk } = outcomeOf(
        stay,
        evaluation,
        evaluation.day,
        barn.ladder,
        heardOf(stay, barn, evaluation.day),
      );
      return {
        ...linkOf(evaluation),
        kilograms: weight?.kilograms ?? null,
        plusMinus: weight?.plusMinus ?? null,
        condition,
        risk,
        tries: evaluation.walk.tries,
        settleMinutes: evaluation.walk.settleMinutes,
        touches: evaluation.walk.touches,
        stoppedAt: evaluation.walk.stoppedAt,
        walkVersion: evaluation.instrument,
      };
    }),
    compared: compareWalks(
      closed.map((evaluation) => evaluation.walk),
      barn.ladder,
    ),
  };
}
