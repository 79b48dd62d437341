import type { RevisionView } from "#contracts/views.card.ts";
import type { HorseHead, HorseNowView, SessionView, TrackView } from "#contracts/views.ts";
import { heldOn } from "#core/calendar/holds.ts";
import { addDays, type LocalDate } from "#core/calendar/local-date.ts";
import { changedBySession } from "#core/card/changed.ts";
import { levelsOf, type TrackLevel } from "#core/forecast/levels.ts";
import type { StayFacts } from "#core/forecast/stay.ts";
import type { StayId } from "#core/kernel/brand.ts";
import type { TrackSide } from "#core/kernel/sides.ts";
import type { Ladder } from "#core/ladder/ladder.ts";
import { type Levels, readLevels, trackKey } from "#core/ladder/level.ts";
import { methodOf, methodsWith } from "#core/ladder/methods.ts";
import type { SessionsTaken } from "#core/ladder/typical.ts";
import { riskOf } from "#core/permission/from-record.ts";
import { factsOf } from "#core/plan/outlook.ts";
import { stayDay } from "#core/plan/planned-days.ts";
import type { ScheduledSession } from "#core/plan/session.ts";
import { hardSideOf } from "#core/reading/hard-side.ts";
import { type Barn, findBarn } from "#db/queries/barn.ts";
import { listScores, listWorked, type StayScore, type Worked } from "#db/queries/card.ts";
import { findFeedOf } from "#db/queries/feed.ts";
import { type Evaluation, listEvaluations } from "#db/queries/intake.ts";
import { listMedia } from "#db/queries/media.ts";
import { listCheckBacks } from "#db/queries/owner-answers.ts";
import { pastOf } from "#db/queries/past.ts";
import { findPlan, listTaken } from "#db/queries/plan.ts";
import { findStay, listStays, type Stay } from "#db/queries/stays.ts";
import type { Deps } from "../container.ts";
import { feedPath } from "../feed/manage.ts";
import { readStep } from "../plan/read-step.ts";
import { recordOf } from "../plan/record.ts";
import { ageOf, complaintOf, horseRecord, limitsInForce, measuringDueFor, outcomeNow, weightNow } from "./facts.ts";
import { needsOf, rulerOf } from "./read-rail.ts";
import { recall, recallByContent } from "./recall.ts";

export interface Opened {
  readonly stay: Stay;
  readonly barn: Barn;
  readonly today: LocalDate;
  readonly head: HorseHead;
}

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

/** The stay behind an address, or null where there is none. */
export async function openStay({ sql, clock }: Deps, asked: string | undefined): Promise<Opened | null> {
  if (!asked || !UUID.test(asked)) return null;
  const [barn, stay] = await Promise.all([findBarn(sql), findStay(sql, asked as StayId)]);
  if (!stay || !barn) return null;
  const today = clock.today(barn.timeZone);
  return { stay, barn, today, head: headOf(stay, barn, today) };
}

const headOf = (stay: Stay, barn: Barn, today: LocalDate): HorseHead => ({
  stay: stay.id,
  horse: stay.horse,
  client: stay.client,
  kind: stay.kind,
  about: { age: ageOf(stay, today), sex: stay.sex, class: stay.class, heightCm: stay.heightCm },
  aim: stay.aim,
  complaint: complaintOf(stay),
  length: stay.length,
  method: methodOf(stay.method, methodsWith(barn.methods)),
  ruler: rulerOf(stay, barn, today),
  wentHome: stay.wentHome,
  hold: heldOn(stay.holds, today),
});

/** Tracks that have a level, in the ladder's order, with what the intake saw. */
export function tracksOf(
  ladder: Ladder,
  levels: Levels,
  intake: Evaluation | null,
  believed: readonly TrackLevel[],
): TrackView[] {
  const before = new Map((intake?.walk.marks ?? []).map((mark) => [trackKey(mark.skill, mark.side), mark.score]));
  const shown = new Map(believed.map((one) => [trackKey(one.skill, one.side), one]));
  return ladder.all.flatMap((skill) =>
    (["left", "right", "both"] as const satisfies readonly TrackSide[]).flatMap((side) => {
      const level = levels.get(trackKey(skill.id, side));
      const key = trackKey(skill.id, side);
      return level ? [{ skill: skill.id, side, level, shown: shown.get(key) ?? null, intake: before.get(key) ?? null }] : [];
    }),
  );
}

export const toSession = (worked: Omit<Worked, "riderId">): SessionView => ({
  card: worked.cardId,
  day: worked.day,
  rider: worked.rider,
  helper: worked.helperName,
  revision: worked.revision,
  record: worked,
  gateState: worked.gateState,
  overrideBy: worked.overrideBy,
  overrideReason: worked.overrideReason,
  redSigns: worked.redSigns,
  redGone: worked.redGone,
  against: worked.against,
});

export const toRevision = (worked: Omit<Worked, "riderId">): RevisionView => ({
  ...toSession(worked),
  at: worked.at.toISOString(),
  by: worked.by,
  joinedWith: worked.joinedWith,
  clashes: worked.clashes,
  gateTicks: worked.gateTicks,
});

const RECENT = 3;

/** The session that the plan has next; today's, until the horse was worked. */
function nextOf(laid: readonly ScheduledSession[], stay: Stay, today: LocalDate): HorseNowView["next"] {
  const from = stayDay(stay.firstDay, today) + (stay.delivered.includes(today) ? 1 : 0);
  const session = laid.find(({ day, items }) => day >= from && items.length > 0);
  return session ? { day: addDays(stay.firstDay, session.day), session } : null;
}

/** Following every session is the dearest part of all. */
const levelsNow = recallByContent((_: Stay, { facts, day }: { readonly facts: StayFacts; readonly day: number }) =>
  levelsOf(facts, day),
);
/** What follows from the whole record, and is what it was for as long as nothing is written in it. */
const followed = recall(
  (
    stay,
    barn: Barn,
    today: LocalDate,
    worked: readonly Worked[],
    evaluations: readonly Evaluation[],
    scores: readonly StayScore[],
    taken: readonly SessionsTaken[],
  ) => {
    const nothing = { stuck: [], goals: [], pins: [], riders: [], people: null };
    const record = recordOf({ ...nothing, stay, barn, today, worked, evaluations, scores, taken });
    const day = stayDay(stay.firstDay, today);
    return { shown: levelsNow(stay, { facts: factsOf(record), day }, barn.ladder), hard: hardSideOf(scores, record.ladder) };
  },
  1,
);

export async function readHorseNow({ sql }: Deps, { stay, barn, today, head }: Opened): Promise<HorseNowView> {
  const [evaluations, worked, scores, feed, stays, taken, plan, step, media, [back]] = await Promise.all([
    listEvaluations(sql, stay.id),
    listWorked(sql, stay.id),
    listScores(sql, stay.id),
    findFeedOf(sql, { stay: stay.id }),
    stay.apart.length > 0 ? listStays(sql) : [],
    listTaken(sql),
    stay.wentHome ? null : findPlan(sql, stay.id),
    readStep(sql, stay, barn, today),
    listMedia(sql, stay.id),
    stay.wentHome ? listCheckBacks(sql, stay.id) : [],
  ]);
  const past = (await pastOf(sql, [stay.id]))(stay.id);
  const closed = evaluations.filter((evaluation) => evaluation.closedAt);
  const latest = closed.at(-1) ?? null;
  const outcome = latest && outcomeNow(stay, barn, latest, worked, today);
  const levels = readLevels(scores);
  const { shown, hard } = followed(stay, barn, stay.wentHome ?? today, worked, evaluations, scores, taken);
  const last = worked.at(-1) ?? null;
  const minutes = (of: "groundMinutes" | "saddleMinutes"): number => worked.reduce((sum, session) => sum + session[of], 0);
  return {
    head,
    inForce: limitsInForce(stay, barn, today),
    needs: needsOf(stay, head.ruler),
    tracks: tracksOf(barn.ladder, levels, closed.find((evaluation) => evaluation.kind === "intake") ?? null, shown),
    hard,
    outcome,
    ...riskOf(horseRecord({ stay, barn, evaluation: latest, past }, today)),
    riskSet: stay.riskSet !== null,
    weight: weightNow(stay, today),
    measuringDue: measuringDueFor(stay, today),
    media,
    horseClass: stay.class,
    bookedCm: stay.heightCm,
    today,
    evaluations: evaluations.map(({ id, kind, day, closedAt }) => ({ id, kind, day, closed: closedAt !== null })),
    apart: stay.apart.map((id) => ({ stay: id, horse: stays.find((other) => other.id === id)?.horse ?? "a horse gone home" })),
    recent: worked.slice(-RECENT).reverse().map(toSession),
    hours: { ground: minutes("groundMinutes") / 60, saddle: minutes("saddleMinutes") / 60 },
    calendar: feed && feedPath(feed.token),
    changed: last && {
      day: last.day,
      change: changedBySession(
        last,
        scores.filter(({ day }) => day < last.day),
      ),
    },
    next: nextOf(plan?.laid ?? [], stay, today),
    step,
    atHome: back
      ? {
          day: back.day,
          goes: back.goes,
          words: back.words,
          worse: back.skills.flatMap(({ skill, since }) => (since === "worse" ? [skill] : [])),
        }
      : null,
  };
}
