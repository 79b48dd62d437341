import type { Actor } from "#contracts/people.ts";
import type { CardView } from "#contracts/views.card.ts";
import { cuesFor, cuesOf } from "#core/card/cues.ts";
import { ownTack } from "#core/card/gear.ts";
import { type FenceLayout, jumpDays } from "#core/card/jump.ts";
import { DAY_GRID } from "#core/day/model.ts";
import { must } from "#core/kernel/assert.ts";
import type { CardId } from "#core/kernel/brand.ts";
import { groupBy } from "#core/kernel/group.ts";
import { trackKey } from "#core/ladder/level.ts";
import type { Skill } from "#core/ladder/skill.ts";
import { against, askedOf, barring, skillAct, workMinutesOf } from "#core/permission/permission.ts";
import type { Reason } from "#core/permission/reasons.ts";
import { partMinutes } from "#core/plan/minutes.ts";
import { weatherLimits } from "#core/weather/weather.ts";
import { findBarn } from "#db/queries/barn.ts";
import { listRevisions, listScores, listWorked, type Worked } from "#db/queries/card.ts";
import { findCard } from "#db/queries/day.ts";
import { listEvaluations } from "#db/queries/intake.ts";
import { listLayouts } from "#db/queries/jump.ts";
import { listPages } from "#db/queries/ladder.ts";
import { listPeople } from "#db/queries/people.ts";
import type { Deps } from "../container.ts";
import { anchorsOf } from "../ladder/anchors.ts";
import { complaintOf, limitsInForce, permitPerson } from "../stay/facts.ts";
import { toRevision } from "../stay/read-horse.ts";
import { essentialsOf } from "./essentials.ts";
import { cardFacts } from "./gate-facts.ts";

/** What a rider would try when it is calm is asked until somebody answers it. */
function ifCalmOf(
  earlier: readonly Worked[],
  barred: (skill: Skill) => readonly Reason[],
  ladder: readonly Skill[],
): CardView["ifCalm"] {
  const asked = earlier.findLast(({ ifCalm }) => ifCalm !== null);
  const skill = ladder.find(({ id }) => id === asked?.ifCalm);
  if (!asked || !skill) return null;
  const since = earlier.slice(earlier.indexOf(asked) + 1);
  if (since.some(({ calm }) => calm?.skill === skill.id && calm.answer === "yes")) return null;
  return { skill: skill.id, by: asked.rider, day: asked.day, reasons: barred(skill) };
}

/** Of a horse that jumps here, or is to: its last schools and what the barn has built before. */
const SCHOOLS_SHOWN = 6;
function jumpingOf(
  earlier: readonly Worked[],
  layouts: readonly FenceLayout[],
  { work, ladder, stay }: Pick<Awaited<ReturnType<typeof cardFacts>>, "work" | "ladder" | "stay">,
): CardView["jumping"] {
  const past = jumpDays(earlier.map((session) => ({ day: session.day, record: session })));
  const asked = work.items.filter(({ skill }) => ladder.some(({ id, nature }) => id === skill && nature === "jumping"));
  if (asked.length + past.length === 0) return null;
  const build = asked.some(({ role }) => role === "main") ? (past.at(-1) ?? null) : null;
  return { past: past.slice(-SCHOOLS_SHOWN), build, layouts, heightCm: stay.heightCm };
}

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
const LAST_SCORES = 3;

/** A rider's card with the horse's essentials; null where there is no such card. */
export async function readCard({ sql, clock }: Deps, asked: string | undefined, actor: Actor): Promise<CardView | null> {
  if (!asked || !UUID.test(asked)) return null;
  const card = await findCard(sql, asked as CardId);
  if (!card) return null;
  const barn = must(await findBarn(sql), "the barn is set up");
  const [facts, evaluations, scores, worked, revisions, people, layouts] = await Promise.all([
    cardFacts(sql, barn, card),
    listEvaluations(sql, card.stayId),
    listScores(sql, card.stayId),
    listWorked(sql, card.stayId),
    listRevisions(sql, card.id),
    listPeople(sql),
    listLayouts(sql),
  ]);
  const { timeZone, cues } = barn;
  const today = clock.today(timeZone);
  const { stay, gate, work, method, reading, ladder } = facts;
  const { weather } = gate;
  const earlier = worked.filter((session) => session.day < card.day);
  const before = scores.filter((score) => score.day < card.day || (score.day === card.day && card.state !== "closed"));
  const limits = limitsInForce(stay, barn, card.day);
  const mine = card.riderId === actor.id || actor.role === "manager";
  const staff = { rider: gate.rider, helper: facts.helper };
  const moment = { place: gate.place, hours: weather, ticked: null };
  const said = cuesOf(cues);
  const byTrack = [...groupBy(before, (score) => trackKey(score.skill, score.side)).values()].map((list) => ({
    ...must(list[0], "a group has a member"),
    scores: list.map((score) => score.score),
  }));
  const pages = await listPages(sql, [
    ...new Set([...work.items.map(({ skill }) => skill), ...revisions.flatMap((one) => one.scores.map(({ skill }) => skill))]),
  ]);
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
    then: card.thenPlace !== null && card.thenFrom !== null ? { name: card.thenPlace, from: card.start + card.thenFrom } : null,
    helperUntil: card.helperSlots === null ? null : card.start + card.helperSlots,
    helper: card.helperId && card.helper !== null ? { id: card.helperId, name: card.helper } : null,
    people: people
      .filter(({ id, retiredOn }) => retiredOn === null && id !== card.riderId)
      // Nobody is told what others weigh: who stands by carries nothing.
      .map(({ name, ...person }) => ({ ...permitPerson({ ...person, name }), name, weightKg: null })),
    mine,
    actor: { role: actor.role, grade: actor.grade },
    future: card.day > today,
    method,
    essentials: essentialsOf({ complaint: complaintOf(stay), evaluations, worked, hard: facts.hard }, card.day),
    circleMinutes: limits.circleMinutes,
    sessionMinutes: limits.sessionMinutes,
    focus: limits.focus,
    thisWeek: facts.thisWeek,
    weather: weather.length > 0 ? weatherLimits(weather, gate.horse.limits) : [],
    checks: limits.checks,
    barred: ladder.flatMap((skill) => {
      const reasons = barring(against(gate.horse, staff, skillAct(skill, reading), moment));
      return reasons.length > 0 ? [{ skill: skill.id, reasons }] : [];
    }),
    anchors: anchorsOf(pages),
    stuck: facts.stuck,
    ifCalm: ifCalmOf(earlier, (skill) => barring(against(gate.horse, staff, skillAct(skill, reading), moment)), ladder),
    work,
    minutes: partMinutes(
      work.items,
      Math.floor(Math.min(workMinutesOf(card.length * DAY_GRID.minutes), limits.sessionMinutes ?? Infinity)),
      gate.horse,
    ),
    recentScores: byTrack.map(({ skill, side, scores }) => ({ skill, side, scores: scores.slice(-LAST_SCORES) })),
    best: byTrack.map(({ skill, side, scores }) => ({ skill, side, best: Math.max(...scores) })),
    riddenGaits: [...new Set(earlier.filter((session) => session.saddleMinutes > 0).flatMap((session) => session.gaits))],
    cues: cuesFor(work.items.flatMap(({ skill }) => barn.ladder.find(skill) ?? [])).map((cue) => ({ cue, words: said[cue] })),
    gear: barn.gear.map(({ place, words }) => ownTack(place, words)),
    jumping: jumpingOf(earlier, layouts, facts),
    // The gate is asked by who closes the card; nobody else is told what its rider weighs.
    gate: mine ? gate : { ...gate, rider: { ...gate.rider, weightKg: null } },
    ladder: ladder.map((skill) => askedOf(skill, reading)),
    revisions: revisions.map((revision) => toRevision({ ...revision, day: card.day, kind: card.kind, rider: card.rider })),
  };
}
