import type { Actor } from "#contracts/people.ts";
import type { CardView } from "#contracts/views.card.ts";
import { cuesFor, cuesOf } from "#core/card/cues.ts";
import { mayOverride, ticksFor } from "#core/gate/gate.ts";
import { must } from "#core/kernel/assert.ts";
import type { CardId } from "#core/kernel/brand.ts";
import { groupBy } from "#core/kernel/group.ts";
import { readLevels, trackKey } from "#core/ladder/level.ts";
import { methodOf, methodsWith } from "#core/ladder/methods.ts";
import { cardWork } from "#core/plan/card-work.ts";
import { stayDay } from "#core/plan/planned-days.ts";
import { weatherLimits } from "#core/weather/weather.ts";
import { findBarn } from "#db/queries/barn.ts";
import { listRevisions, listScores, listWorked } from "#db/queries/card.ts";
import { findCard } from "#db/queries/day.ts";
import { listEvaluations } from "#db/queries/intake.ts";
import { findPerson, listPeople } from "#db/queries/people.ts";
import { findPlan, listLatestForecasts } from "#db/queries/plan.ts";
import { findStay } from "#db/queries/stays.ts";
import type { Deps } from "../container.ts";
import { limitsInForce } from "../stay/facts.ts";
import { toRevision } from "../stay/read-horse.ts";
import { essentialsOf } from "./essentials.ts";
import { gateRecord, weatherOf } from "./gate-facts.ts";

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
const LAST_SCORES = 3;

/** A rider's card with the horse's essentials; null where there is no such card. */
export async function readCard({ sql, clock }: Deps, asked: string | undefined, actor: Actor): Promise<CardView | null> {
  if (!asked || !UUID.test(asked)) return null;
  const card = await findCard(sql, asked as CardId);
  if (!card) return null;
  const [stay, rider, evaluations, scores, worked, revisions, barn, plan, forecasts, weather, people] = await Promise.all([
    findStay(sql, card.stayId),
    findPerson(sql, card.riderId),
    listEvaluations(sql, card.stayId),
    listScores(sql, card.stayId),
    listWorked(sql, card.stayId),
    listRevisions(sql, card.id),
    findBarn(sql),
    findPlan(sql, card.stayId),
    listLatestForecasts(sql, [card.stayId]),
    weatherOf(sql, card),
    listPeople(sql),
  ]);
  const { timeZone, methods, cues } = must(barn, "the barn is set up");
  const today = clock.today(timeZone);
  const horse = must(stay, "a card has a stay");
  const earlier = worked.filter((session) => session.day < card.day);
  const before = scores.filter((score) => score.day < card.day || (score.day === card.day && card.state !== "closed"));
  const latest = evaluations.filter((evaluation) => evaluation.closedAt && evaluation.day <= card.day).at(-1) ?? null;
  const levels = readLevels(before);
  const essentials = essentialsOf({ evaluations, worked, levels }, card.day);
  const method = methodOf(horse.method, methodsWith(methods));
  const limits = limitsInForce(horse, card.day);
  const day = stayDay(horse.firstDay, card.day);
  // A session given on a day that was not planned takes up what comes next.
  const laid = plan?.laid.find((session) => session.day >= day)?.items ?? null;
  const gate = gateRecord(
    { ...horse, delivered: horse.delivered.filter((day) => day < card.day) },
    latest,
    must(rider, "a card has a rider"),
    { day: card.day, method, weather },
  );
  const mine = card.riderId === actor.id || actor.role === "manager";
  const work = cardWork(levels, {
    kind: card.kind,
    hard: essentials.hard,
    method,
    turn: earlier.length,
    held: limits.heldSkills,
    laid,
  });
  const said = cuesOf(cues);
  const byTrack = [...groupBy(before, (score) => trackKey(score.skill, score.side)).values()].map((list) => ({
    ...must(list[0], "a group has a member"),
    scores: list.map((score) => score.score),
  }));
  return {
    card: {
      id: card.id,
      day: card.day,
      kind: card.kind,
      start: card.start,
      length: card.length,
      state: card.state,
      cancelReason: card.cancelReason,
      unplanned: card.unplanned,
    },
    stay: card.stayId,
    horse: card.horse,
    rider: { id: card.riderId, name: card.rider },
    place: { id: card.placeId, name: card.place },
    helper: card.helperId && card.helper !== null ? { id: card.helperId, name: card.helper } : null,
    people: people.filter(({ id, retiredOn }) => retiredOn === null && id !== card.riderId).map(({ id, name }) => ({ id, name })),
    mine,
    mayOverride: mayOverride(actor),
    future: card.day > today,
    method,
    essentials,
    circleMinutes: limits.circleMinutes,
    sessionMinutes: limits.sessionMinutes,
    focus: limits.focus,
    weather: weather.length > 0 ? weatherLimits(weather) : [],
    heldSkills: limits.heldSkills,
    stuck: forecasts[0]?.stuck ?? [],
    work,
    recentScores: byTrack.map(({ skill, side, scores }) => ({ skill, side, scores: scores.slice(-LAST_SCORES) })),
    best: byTrack.map(({ skill, side, scores }) => ({ skill, side, best: Math.max(...scores) })),
    riddenGaits: [...new Set(earlier.filter((session) => session.saddleMinutes > 0).flatMap((session) => session.gaits))],
    cues: cuesFor(work.items.map((item) => item.skill)).map((cue) => ({ cue, words: said[cue] })),
    // The gate is asked by who closes the card; nobody else is told what its rider weighs.
    gate: mine ? gate : { ...gate, rider: { ...gate.rider, weightKg: null } },
    ticks: ticksFor(gate.stage, method, gate.secondPerson),
    revisions: revisions.map((revision) => toRevision({ ...revision, day: card.day, kind: card.kind, rider: card.rider })),
  };
}
