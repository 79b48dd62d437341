import type { PolicyFields } from "#contracts/barn.ts";
import type { BarnView, BarnWalkView } from "#contracts/views.barn.ts";
import { dateInZone } from "#core/calendar/local-date.ts";
import { cuesOf } from "#core/card/cues.ts";
import { proposedWays } from "#core/plan/ways.ts";
import type { Barn } from "#db/queries/barn.ts";
import { listPlaces } from "#db/queries/day.ts";
import { latestInstrument, listInstruments } from "#db/queries/judgement.ts";
import { mediaSpace } from "#db/queries/media.ts";
import { listPins } from "#db/queries/plan.ts";
import type { Deps } from "../container.ts";
import { barnOf } from "./barn-of.ts";

/** The barn's policies as the form has them. */
export function policiesOf(barn: Barn): PolicyFields {
  const { vet: holdVet, injury: holdInjury, owner: holdOwner, weather: holdWeather } = barn.holdPolicy;
  const {
    name,
    firstDayIs,
    restDays,
    holidays,
    units,
    stalls,
    owedPolicy,
    idleHours,
    weeklyAfter,
    mediaMb,
    phone,
    workLimits,
    dayFrom,
    dayTo,
    dayStep,
    gear,
  } = barn;
  return {
    name,
    firstDayIs,
    restDays: [...restDays],
    holidays: [...holidays],
    holdVet,
    holdInjury,
    holdOwner,
    holdWeather,
    units,
    stalls,
    owedPolicy,
    idleHours,
    weeklyAfter,
    mediaMb,
    phone,
    workLimits: { ...workLimits },
    day: { dayFrom, dayTo, dayStep: dayStep === 15 ? 15 : 30 },
    gear: [...gear],
    cues: { ...cuesOf(barn.cues) },
  };
}

export async function readBarn(deps: Deps): Promise<BarnView> {
  const [barn, places, pins, media] = await Promise.all([
    barnOf(deps),
    listPlaces(deps.sql),
    listPins(deps.sql),
    mediaSpace(deps.sql),
  ]);
  const byHand = pins.map(({ stay, pins: all }) => ({ stay, written: all.filter((pin) => pin.kind === "written") }));
  return {
    version: barn.version,
    timeZone: barn.timeZone,
    policies: policiesOf(barn),
    places,
    media,
    weights: barn.weights,
    steps: barn.stepChanges,
    ways: barn.cardWays,
    proposedWays: proposedWays(byHand, barn.cardWays).filter(({ skill }) => barn.ladder.find(skill) !== undefined),
  };
}

export async function readBarnWalk(deps: Deps): Promise<BarnWalkView> {
  const [barn, latest, made] = await Promise.all([barnOf(deps), latestInstrument(deps.sql), listInstruments(deps.sql)]);
  return {
    version: latest.version,
    rungs: latest.rungs,
    made: made.map(({ version, madeAt, madeBy }) => ({ version, day: dateInZone(barn.timeZone, madeAt.getTime()), by: madeBy })),
  };
}
