/** The hard rules of handing out, once: the board, the solver to come and the server's own check all ask here. */
import { must } from "../kernel/assert.ts";
import type { PersonId } from "../kernel/brand.ts";
import type { Blocker, DayFacts, DayHorse, DayPerson, Placement } from "./model.ts";

const ridden = (placement: Placement): boolean => placement.kind !== "ground";
const end = (placement: Placement): number => placement.start + placement.length;
export const sameTime = (a: Placement, b: Placement): boolean => a.start < end(b) && b.start < end(a);
const uses = (placement: Placement, who: PersonId): boolean => placement.rider === who || placement.helper === who;

/** A second person must be there: first mounts and first rides, any session of a horse of risk 4 or 5, and where the evaluation says so. */
export const needsHelper = (horse: Pick<DayHorse, "risk" | "stage" | "secondPerson">, kind: Placement["kind"]): boolean =>
  horse.risk >= 4 || horse.secondPerson || (kind !== "ground" && horse.stage !== "riding");

/** Slots that a limit in minutes leaves, a begun one counted: catching and tacking up are not the horse's work. Null: no limit. */
export const slotsWithin = (minutes: number | null, slotMinutes: number): number | null =>
  minutes === null ? null : Math.max(1, Math.ceil(minutes / slotMinutes));

/** Pens suit ground work and first rides, open places a horse that is ridden on: others will do, at a price. */
export const suitsBest = (
  place: Pick<DayFacts["places"][number], "separate">,
  horse: Pick<DayHorse, "stage">,
  kind: Placement["kind"],
): boolean => place.separate === (kind === "ground" || horse.stage !== "riding");
/** Ground work asks one grade less than riding. */
export const gradeNeeded = (risk: number, kind: Placement["kind"]): number => (kind === "ground" ? Math.max(1, risk - 1) : risk);

function riderBlockers(horse: DayHorse, rider: DayPerson, candidate: Placement, others: readonly Placement[]): Blocker[] {
  const found: Blocker[] = [];
  const who = rider.id;
  const needed = gradeNeeded(horse.risk, candidate.kind);
  if (rider.grade < needed) found.push({ code: "grade", who, grade: rider.grade, needed });
  if (horse.forbid.includes(who)) found.push({ code: "forbidden", who });
  if (ridden(candidate)) {
    if (!rider.rides) found.push({ code: "not-a-rider", who });
    if (horse.load !== null && rider.rides && rider.weightKg === null) found.push({ code: "load-unknown", missing: "rider" });
    else if (horse.load !== null && rider.weightKg !== null && rider.weightKg > horse.load.refuseKg)
      found.push({ code: "load", who, riderKg: rider.weightKg, limitKg: horse.load.refuseKg });
    const rides = others.filter((other) => other.rider === who && ridden(other)).length;
    if (rides >= rider.maxSaddle) found.push({ code: "max-saddle", who, limit: rider.maxSaddle });
  }
  return found;
}

/** What stands against working the horse so at all, whoever rides and whenever; `held: ridden` bars riding only. */
export function horseBlockers(
  horse: DayHorse,
  { kind, length }: Pick<Placement, "kind" | "length">,
  grid: DayFacts["grid"],
): readonly Blocker[] {
  const found: Blocker[] = [];
  if (horse.hold) found.push({ code: "horse-away", kind: horse.hold.kind });
  if (horse.held === "all") found.push({ code: "check", holds: "all" });
  const longest = slotsWithin(horse.sessionMinutes, grid.minutes);
  if (longest !== null && length > longest)
    found.push({ code: "too-long", limit: must(horse.sessionMinutes, "a limit has minutes") });
  if (kind === "ground") return found;
  if (horse.held === "ridden") found.push({ code: "check", holds: "ridden" });
  if (!horse.ridden) found.push({ code: "not-ridden" });
  if (!horse.evaluated) found.push({ code: "not-evaluated" });
  else if (horse.load === null) found.push({ code: "load-unknown", missing: "horse" });
  return found;
}

/** Absent, outside the shift or taken by another session; helping counts as work. */
function timeBlockers(person: DayPerson, candidate: Placement, others: readonly Placement[]): Blocker[] {
  const who = person.id;
  if (person.away) return [{ code: "away", who, reason: person.away.reason }];
  if (!person.works.some(([from, to]) => from <= candidate.start && end(candidate) <= to)) return [{ code: "shift", who }];
  const clash = others.find((other) => uses(other, who) && sameTime(other, candidate));
  return clash ? [{ code: "busy", who, with: clash.card }] : [];
}

function helperBlockers(
  horse: DayHorse,
  helper: DayPerson | null,
  candidate: Placement,
  others: readonly Placement[],
): Blocker[] {
  if (!helper) return needsHelper(horse, candidate.kind) ? [{ code: "helper" }] : [];
  const needed = Math.max(1, horse.risk - 2);
  return [
    ...(helper.id === candidate.rider ? ([{ code: "helper" }] as const) : []),
    ...(helper.grade < needed ? ([{ code: "helper-grade", who: helper.id, grade: helper.grade, needed }] as const) : []),
    ...(horse.forbid.includes(helper.id) ? ([{ code: "forbidden", who: helper.id }] as const) : []),
    ...timeBlockers(helper, candidate, others),
  ];
}

function placeBlockers(facts: DayFacts, horse: DayHorse, candidate: Placement, others: readonly Placement[]): Blocker[] {
  const place = must(
    facts.places.find((one) => one.id === candidate.place),
    "the place is on the day",
  );
  const found: Blocker[] = place.closed ? [{ code: "place-closed", place: place.id }] : [];
  if (ridden(candidate) && !place.stages.includes(horse.stage))
    found.push({ code: "stage", place: place.id, stage: horse.stage });
  const there = others.filter((other) => other.place === place.id && sameTime(other, candidate));
  for (let slot = candidate.start; slot < end(candidate); slot += 1) {
    const inSlot = there.filter((other) => other.start <= slot && slot < end(other));
    if (inSlot.length < place.capacity) continue;
    found.push({ code: "place-full", place: place.id, capacity: place.capacity, with: inSlot.map((other) => other.card) });
    break;
  }
  if (place.separate) return found;
  const stranger = there.find(
    (other) =>
      horse.apart.includes(other.stay) || facts.horses.find((one) => one.stay === other.stay)?.apart.includes(horse.stay),
  );
  if (stranger) found.push({ code: "apart", from: stranger.stay, with: stranger.card });
  return found;
}

/**
 * Everything that stands against a placement, in the order in which a person would ask; empty where it may stand.
 * The candidate itself may be among `placed` (it is being moved) and is left out of account. People, horse and place must be on the day.
 */
export function blockersOf(facts: DayFacts, placed: readonly Placement[], candidate: Placement): readonly Blocker[] {
  const others = placed.filter((other) => other.card !== candidate.card);
  const horse = must(
    facts.horses.find((one) => one.stay === candidate.stay),
    "the horse is on the day",
  );
  const rider = must(
    facts.people.find((one) => one.id === candidate.rider),
    "the rider is on the day",
  );
  const helper = candidate.helper
    ? must(
        facts.people.find((one) => one.id === candidate.helper),
        "the helper is on the day",
      )
    : null;
  const found: Blocker[] = [];
  if (candidate.start < 0 || end(candidate) > facts.grid.count) found.push({ code: "outside-day" });
  found.push(...horseBlockers(horse, candidate, facts.grid));
  found.push(...timeBlockers(rider, candidate, others), ...riderBlockers(horse, rider, candidate, others));
  const doubled = others.find((other) => other.stay === candidate.stay && sameTime(other, candidate));
  if (doubled) found.push({ code: "horse-busy", with: doubled.card });
  found.push(...placeBlockers(facts, horse, candidate, others), ...helperBlockers(horse, helper, candidate, others));
  return found;
}
