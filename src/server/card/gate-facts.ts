/** What is asked before a card is worked: the horse as it stood before the session, who works it and where, and what the card asks for. */

import type { LocalDate } from "#core/calendar/local-date.ts";
import { readTerm } from "#core/calendar/term.ts";
import { DAY_GRID, hoursOf } from "#core/day/model.ts";
import { partsOf } from "#core/day/parts.ts";
import type { GateFacts } from "#core/gate/gate.ts";
import { must } from "#core/kernel/assert.ts";
import { ladderForStay } from "#core/ladder/ladder.ts";
import { type Method, methodOf, methodsWith } from "#core/ladder/methods.ts";
import type { Skill } from "#core/ladder/skill.ts";
import { permitOf, readingOf, stepFacts } from "#core/permission/from-record.ts";
import { ticksFor } from "#core/permission/ground-check.ts";
import type { PermitPerson } from "#core/permission/horse.ts";
import { countOf, nextStep, stateOf } from "#core/permission/next-step.ts";
import { against, askedOf, barring, barsForGood, secondPersonFor, skillAct } from "#core/permission/permission.ts";
import { type CardWork, cardWork } from "#core/plan/card-work.ts";
import { beginsNothing, stayDay } from "#core/plan/planned-days.ts";
import { standingOf } from "#core/plan/standing.ts";
import { skillsOfPins, weekWordsOn } from "#core/plan/written.ts";
import { type HardSide, hardSideFor } from "#core/reading/hard-side.ts";
import type { HorseReading } from "#core/reading/reading.ts";
import type { WeatherHour } from "#core/weather/weather.ts";
import type { Db } from "#db/client.ts";
import type { Barn } from "#db/queries/barn.ts";
import { listScores } from "#db/queries/card.ts";
import { type CardRecord, listPlaces } from "#db/queries/day.ts";
import { listEvaluations } from "#db/queries/intake.ts";
import { earlierThatDay, pastBefore, pastOf } from "#db/queries/past.ts";
import { findPerson } from "#db/queries/people.ts";
import { findPlan, listLatestForecasts, listPlanGoals } from "#db/queries/plan.ts";
import { findStay, type Stay } from "#db/queries/stays.ts";
import { listWeather } from "#db/queries/weather.ts";
import { dayPlace, placementOf } from "../day/facts.ts";
import { horseRecord, permitPerson, termFacts } from "../stay/facts.ts";

/** What is known of the hours of a card. */
export async function weatherOf(
  db: Db,
  { day, start, length }: Pick<CardRecord, "day" | "start" | "length">,
): Promise<readonly WeatherHour[]> {
  const hours = hoursOf(DAY_GRID, start, length);
  const [counts] = await listWeather(db, day);
  return (counts?.hours ?? []).filter(({ hour }) => hours.includes(hour));
}

/** A session is not barred by itself: what it wrote, and what came after, is left out of account. */
const before = (stay: Stay, day: LocalDate, ridesSince: number): Stay => ({
  ...stay,
  delivered: stay.delivered.filter((one) => one < day),
  rides: Math.max(0, stay.rides - ridesSince),
});

export interface CardFacts {
  readonly stay: Stay;
  readonly method: Method;
  readonly ladder: readonly Skill[];
  readonly reading: HorseReading;
  readonly work: CardWork;
  readonly gate: GateFacts;
  readonly helper: PermitPerson | null;
  /** The hard side of what the card asks for. */
  readonly hard: HardSide;
  /** Skills that stand still. */
  readonly stuck: readonly string[];
  /** What the week is about, in the manager's words; empty: nobody has said. */
  readonly thisWeek: string;
}

export async function cardFacts(db: Db, barn: Barn, card: CardRecord): Promise<CardFacts> {
  const [found, rider, helper, evaluations, scores, plan, weather, places, pasts, goals, forecasts] = await Promise.all([
    findStay(db, card.stayId),
    findPerson(db, card.riderId),
    card.helperId ? findPerson(db, card.helperId) : null,
    listEvaluations(db, card.stayId),
    listScores(db, card.stayId),
    findPlan(db, card.stayId),
    weatherOf(db, card),
    listPlaces(db),
    pastOf(db, [card.stayId]),
    listPlanGoals(db, [card.stayId]),
    listLatestForecasts(db, [card.stayId]),
  ]);
  const all = pasts(card.stayId);
  const since = all.sessions.filter(({ day, saddleMinutes }) => day >= card.day && saddleMinutes > 0).length;
  const stay = before(must(found, "a card has a stay"), card.day, since);
  const past = pastBefore(all, card.day);
  const evaluation = evaluations.filter((one) => one.closedAt && one.day <= card.day).at(-1) ?? null;
  const method = methodOf(stay.method, methodsWith(barn.methods));
  const earlier = scores.filter((score) => score.day < card.day || (score.day === card.day && score.walk));
  const record = { stay, barn, evaluation, past: { ...past, scores: earlier, earlier: earlierThatDay(all, card) } };
  const written = horseRecord(record, card.day);
  const reading = readingOf(written);
  const { ladder } = written;
  const horse = permitOf(written, card.day);
  const people = {
    rider: permitPerson(must(rider, "a card has a rider")),
    helper: helper && permitPerson(helper),
  };
  const moments = partsOf(placementOf(card)).map((part) => {
    const hours = hoursOf(DAY_GRID, card.start + part.from, part.length);
    return {
      place: dayPlace(
        must(
          places.find(({ id }) => id === part.place),
          "a card has a place",
        ),
        card.day,
      ),
      weather: weather.filter(({ hour }) => hours.includes(hour)),
    };
  });
  // Where it is ridden is the last of them.
  const here = must(moments.at(-1), "a session is somewhere");
  const { place } = here;
  const day = stayDay(stay.firstDay, card.day);
  const hardFor = (main: readonly string[]): HardSide => hardSideFor(earlier, ladder, main).side;
  const grounded = barsForGood(horse);
  const steps = stepFacts(written, reading);
  const standing = standingOf({
    record: written,
    today: card.day,
    goals,
    complaint: { words: stay.complaint, during: stay.complaintDuring },
    stuck: [],
    ladder: barn.ladder,
  });
  const met = new Set((forecasts[0]?.goals ?? []).flatMap((goal) => (goal.met ? [goal.skill] : [])));
  const step = nextStep(
    steps,
    goals.map(({ skill }) => skill),
    grounded,
  );
  const touched = [
    ...earlier.map(({ skill }) => skill),
    ...goals.map(({ skill }) => skill),
    ...standing.complaint,
    ...(plan?.laid ?? []).flatMap(({ items }) => items.map(({ skill }) => skill)),
    ...skillsOfPins(plan?.pins ?? []),
  ];
  const term = termFacts(stay, barn);
  const work = cardWork({
    // Of what not every horse is asked only what this one is.
    ladder: ladderForStay(ladder, touched),
    reading,
    kind: card.kind,
    hardFor,
    method,
    turn: stay.delivered.length,
    nextStep: step && step.missing.length > 0 ? { skill: step.skill, near: stateOf(countOf(step.missing)) === "nearly" } : null,
    steps,
    held: horse.checks.flatMap(({ skills }) => skills),
    stepBack: horse.stepBack,
    goals: goals.filter(({ skill }) => !met.has(skill)),
    complaint: standing.complaint,
    handlingIsWork: standing.handlingIsWork,
    noFirst: beginsNothing(term, card.day, readTerm(term, card.day).lastDay),
    ways: barn.cardWays,
    barred: (skill) => barring(against(horse, people, skillAct(skill, reading), { place, hours: here.weather, ticked: null })),
    // A session given on a day that was not planned takes up what comes next.
    laid: plan?.laid.find((session) => session.day >= day) ?? null,
  });
  const asked = work.items.flatMap(({ skill }) => ladder.find(({ id }) => id === skill) ?? []);
  const skills = asked.map((skill) => askedOf(skill, reading));
  const bears = card.kind === "ground" ? "nothing" : "rider";
  return {
    stay,
    method,
    ladder,
    reading,
    work,
    gate: {
      horse,
      rider: people.rider,
      ...here,
      first: moments.length > 1 ? (moments[0] ?? null) : null,
      laid: card.length * DAY_GRID.minutes,
      skills,
      asked: ticksFor(horse.stage, method, secondPersonFor(horse, { bears, skills }) !== null),
    },
    helper: people.helper,
    hard: hardFor(work.items.filter(({ role }) => role === "main").map(({ skill }) => skill)),
    stuck: forecasts[0]?.stuck ?? [],
    thisWeek: weekWordsOn(plan?.pins ?? [], stay.firstDay, card.day),
  };
}
