/**
 * The hard rules of handing out, for one placement among others, with what causes each: what may not be done with the horse (core/permission), and what of
 * the day is in its way. The board, the server and (by way of from-barn.ts) the model that is searched ask here. A test holds this, the model's tables, its
 * checker and the gate against one another.
 */
import { must } from "../kernel/assert.ts";
import type { PersonId } from "../kernel/brand.ts";
import { remember } from "../kernel/remember.ts";
import {
  type Act,
  barring,
  borneBy,
  helperReasons,
  horseReasons,
  placeReasons,
  riderReasons,
  secondPersonFor,
  secondPersonMinutes,
  sessionAct,
  TACKING_UP,
  weatherReason,
} from "../permission/permission.ts";
import type { WeatherBar } from "../weather/weather.ts";
import {
  type Blocker,
  type DayFacts,
  type DayHorse,
  type DayPerson,
  type DayPlace,
  HOUR,
  hoursOf,
  type Placement,
  type SlotGrid,
} from "./model.ts";
import { helperLength, type PartStretch, type PlacePart, partsOf, partsOverlap, stretchOf } from "./parts.ts";

const ridden = (placement: Pick<Placement, "kind">): boolean => borneBy(placement.kind) !== "nothing";
const end = (placement: Placement): number => placement.start + placement.length;
const sameTime = (a: Placement, b: Placement): boolean => a.start < end(b) && b.start < end(a);

const actOf = ({ kind, length }: Pick<Placement, "kind" | "length">, { minutes }: Pick<SlotGrid, "minutes">): Act =>
  sessionAct(kind, length * minutes);

/** A second person must be there. */
export const needsHelper = (horse: Parameters<typeof secondPersonFor>[0], kind: Placement["kind"]): boolean =>
  secondPersonFor(horse, { bears: borneBy(kind), skills: [] }) !== null;

/** Slots from the beginning for which a second person must be there; 0: nobody need. */
export function helperSlotsFor(
  horse: Parameters<typeof secondPersonMinutes>[0],
  { kind, length }: Pick<Placement, "kind" | "length">,
  { minutes: slot }: Pick<SlotGrid, "minutes">,
): number {
  const minutes = secondPersonMinutes(horse, { bears: borneBy(kind), skills: [] });
  return minutes === null ? length : Math.min(length, Math.ceil(minutes / slot));
}
/** As a placement has it: null for all of the session. */
export const askedOfHelper = (needed: number, length: number): number | null => (needed > 0 && needed < length ? needed : null);

/** Slots that a limit in minutes leaves, in whole steps and one at least: catching and tacking up are not the horse's work. Null: no limit. */
export const slotsWithin = (minutes: number | null, step: number, { minutes: slot }: Pick<SlotGrid, "minutes">): number | null =>
  minutes === null ? null : step * Math.max(1, Math.floor((minutes + TACKING_UP) / (step * slot)));

type Ground = Pick<DayFacts["places"][number], "separate" | "outdoor" | "stages">;
/** Out of the fence: where nobody goes in his first rides. */
const isOut = ({ separate, outdoor, stages }: Ground): boolean => outdoor && !separate && !stages.includes("first-rides");
/** As the plan has it; else pens suit ground work and first rides, open places a horse that is ridden on. Others will do, at a price. */
export function suitsBest(
  place: Ground,
  { stage, planned }: Pick<DayHorse, "stage" | "planned">,
  kind: Placement["kind"],
): boolean {
  const wanted = planned?.place ?? (kind === "ground" || stage !== "riding" ? "pen" : null);
  if (wanted === null || wanted === "pen") return place.separate === (wanted === "pen");
  return !place.separate && isOut(place) === (wanted === "out");
}
/** Slots between the halves of a split session, so that the horse has rested. */
export const SPLIT_GAP = 2 * HOUR;

/** What the weather bars of a horse's session at a place, slot by slot; null where nothing. The first slot that is barred speaks. */
export function weatherAgainst(
  { grid, weather }: Pick<DayFacts, "grid" | "weather">,
  horse: Pick<DayHorse, "stage" | "green" | "noHeat" | "limits">,
  place: Pick<DayPlace, "outdoor" | "separate">,
  { kind, start, length, whole }: Pick<Placement, "kind" | "start" | "length"> & { readonly whole: number },
): WeatherBar | null {
  if (weather.length === 0) return null;
  const hours = hoursOf(grid, start, length).flatMap((hour) => weather.find((one) => one.hour === hour) ?? []);
  return weatherReason(horse, place, actOf({ kind, length: whole }, grid), hours);
}

function riderBlockers(
  horse: DayHorse,
  rider: DayPerson,
  candidate: Placement,
  { others, grid }: { readonly others: readonly Placement[]; readonly grid: SlotGrid },
): Blocker[] {
  const found: Blocker[] = [...barring(riderReasons(horse, rider, actOf(candidate, grid)))];
  if (!ridden(candidate)) return found;
  const rides = others.filter((other) => other.rider === rider.id && ridden(other)).length;
  if (rides >= rider.maxSaddle) found.push({ code: "max-saddle", who: rider.id, limit: rider.maxSaddle });
  return found;
}

/** What stands against working the horse so at all, whoever rides and whenever. */
export const horseBlockers = (
  horse: DayHorse,
  candidate: Pick<Placement, "kind" | "length">,
  grid: DayFacts["grid"],
): readonly Blocker[] => barring(horseReasons(horse, actOf(candidate, grid)));

/** What somebody has of a sheet; asked for every hour of it while a card is in the hand. */
const takenOf = remember((others: readonly Placement[], who: PersonId) =>
  others.flatMap((other) => {
    const stretch = stretchOf(other, who);
    return stretch ? [{ stretch, card: other.card }] : [];
  }),
);

/** Absent, outside the shift or taken by another session; helping counts as work. */
function timeBlockers(person: DayPerson, wanted: PartStretch, others: readonly Placement[]): Blocker[] {
  const who = person.id;
  if (person.away) return [{ code: "away", who, reason: person.away.reason }];
  if (!person.works.some(([from, to]) => from <= wanted.start && wanted.start + wanted.length <= to))
    return [{ code: "shift", who }];
  const taken = takenOf(others, who);
  const clash = taken.find(({ stretch }) => partsOverlap(stretch, wanted));
  if (clash) return [{ code: "busy", who, with: clash.card }];
  return eatsWith(person, [wanted, ...taken.map(({ stretch }) => stretch)]) ? [] : [{ code: "lunch", who }];
}
/** A lunch finds its length free within its window, whatever is worked around it; one that the window cannot hold binds nobody. */
function eatsWith({ lunch }: DayPerson, work: readonly PartStretch[]): boolean {
  if (!lunch || lunch.length === 0 || lunch.to - lunch.from < lunch.length) return true;
  for (let from = lunch.from; from + lunch.length <= lunch.to; from += 1)
    if (work.every((one) => one.start >= from + lunch.length || one.start + one.length <= from)) return true;
  return false;
}

/** What stands against who helps, whatever the place. */
export function helperBlockers(
  horse: DayHorse,
  helper: DayPerson | null,
  candidate: Placement,
  { others, grid }: { readonly others: readonly Placement[]; readonly grid: SlotGrid },
): Blocker[] {
  const barred = barring(helperReasons(horse, helper, actOf(candidate, grid)));
  if (!helper) return [...barred];
  const same: readonly Blocker[] = helper.id === candidate.rider ? [{ code: "same-person", who: helper.id }] : [];
  const there = helperLength({ ...candidate, helper: helper.id });
  const needed = helperSlotsFor(horse, candidate, grid);
  const short: readonly Blocker[] = there < needed ? [{ code: "helper-leaves", who: helper.id, needed }] : [];
  return [...same, ...barred, ...short, ...timeBlockers(helper, { start: candidate.start, length: there }, others)];
}

/** What stands against the places, whoever rides and helps. */
export const placeBlockers = (facts: DayFacts, horse: DayHorse, candidate: Placement, others: readonly Placement[]): Blocker[] =>
  partsOf(candidate).flatMap((part) => partBlockers(facts, horse, candidate, { part, others }));

function partBlockers(
  facts: DayFacts,
  horse: DayHorse,
  candidate: Placement,
  { part, others }: { readonly part: PlacePart; readonly others: readonly Placement[] },
): Blocker[] {
  const place = must(
    facts.places.find((one) => one.id === part.place),
    "the place is on the day",
  );
  const here: PartStretch = { start: candidate.start + part.from, length: part.length };
  const until = here.start + here.length;
  const found: Blocker[] = place.closed ? [{ code: "place-closed", place: place.id }] : [];
  const shut = place.shut.find(({ from, to }) => from < until && here.start < to);
  if (shut) found.push({ code: "place-shut", place: place.id, why: shut.why });
  const weather = weatherAgainst(facts, horse, place, { kind: candidate.kind, ...here, whole: candidate.length });
  if (weather) found.push(weather);
  found.push(...placeReasons(horse, place, { bears: borneBy(candidate.kind) }));
  const there = others.flatMap((other) =>
    partsOf(other).flatMap(({ place: id, from, length }) => {
      const stretch = { start: other.start + from, length };
      return id === place.id && partsOverlap(stretch, here) ? [{ other, stretch }] : [];
    }),
  );
  for (let slot = here.start; slot < until; slot += 1) {
    const inSlot = there.filter(({ stretch }) => partsOverlap(stretch, { start: slot, length: 1 }));
    if (inSlot.length < place.capacity) continue;
    found.push({ code: "place-full", place: place.id, capacity: place.capacity, with: inSlot.map(({ other }) => other.card) });
    break;
  }
  if (place.separate) return found;
  const stranger = there.find(
    ({ other }) =>
      horse.apart.includes(other.stay) || facts.horses.find((one) => one.stay === other.stay)?.apart.includes(horse.stay),
  )?.other;
  if (stranger) found.push({ code: "apart", from: stranger.stay, with: stranger.card });
  return found;
}

/** What stands against a session with a rider at a time, wherever and whoever helps. */
export function ownBlockers(
  { grid, hours }: Pick<DayFacts, "grid" | "hours">,
  { horse, rider }: { readonly horse: DayHorse; readonly rider: DayPerson },
  candidate: Placement,
  others: readonly Placement[],
): readonly Blocker[] {
  const found: Blocker[] = [];
  if (candidate.start < hours.from || end(candidate) > hours.to) found.push({ code: "outside-day" });
  found.push(...horseBlockers(horse, candidate, grid));
  found.push(...timeBlockers(rider, candidate, others), ...riderBlockers(horse, rider, candidate, { others, grid }));
  const doubled = others.find((other) => other.stay === candidate.stay && sameTime(other, candidate));
  if (doubled) found.push({ code: "horse-busy", with: doubled.card });
  const visit = horse.away.find(({ from, to }) => from < end(candidate) && candidate.start < to);
  if (visit) found.push({ code: "appointment", ...visit });
  const half = others.find(
    (other) =>
      (candidate.after === other.card && candidate.start < end(other) + SPLIT_GAP) ||
      (other.after === candidate.card && other.start < end(candidate) + SPLIT_GAP),
  );
  if (half) found.push({ code: "after", with: half.card });
  return found;
}

/** Whoever a placement speaks of, looked up on the day; they must be there. */
export const personOn = ({ people }: Pick<DayFacts, "people">, id: PersonId): DayPerson =>
  must(
    people.find((one) => one.id === id),
    "the person is on the day",
  );
export const horseOn = ({ horses }: Pick<DayFacts, "horses">, stay: DayHorse["stay"]): DayHorse =>
  must(
    horses.find((one) => one.stay === stay),
    "the horse is on the day",
  );

/**
 * Everything that stands against a placement, in the order in which a person would ask; empty where it may stand.
 * The candidate itself may be among `placed` (it is being moved) and is left out of account. People, horse and place must be on the day.
 */
export function blockersOf(facts: DayFacts, placed: readonly Placement[], candidate: Placement): readonly Blocker[] {
  const others = placed.filter((other) => other.card !== candidate.card);
  const horse = horseOn(facts, candidate.stay);
  const rider = personOn(facts, candidate.rider);
  const helper = candidate.helper ? personOn(facts, candidate.helper) : null;
  return [
    ...ownBlockers(facts, { horse, rider }, candidate, others),
    ...placeBlockers(facts, horse, candidate, others),
    ...helperBlockers(horse, helper, candidate, { others, grid: facts.grid }),
  ];
}
