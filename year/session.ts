/** One session as its rider has it: the card is read, the horse is looked at, worked as far as the gate lets somebody, and written down. */
import type { RecordFields } from "#contracts/card.ts";
import type { CardView } from "#contracts/views.card.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { ENDINGS, type Gait, type Swap, type Weather } from "#core/card/card.ts";
import type { Tack } from "#core/card/gear.ts";
import { EMPTY_RECORD } from "#core/card/merge.ts";
import { DAY_GRID } from "#core/day/model.ts";
import type { SkillWork } from "#core/forecast/stay.ts";
import { readGate } from "#core/gate/gate.ts";
import type { Random } from "#core/kernel/random.ts";
import type { TrackSide } from "#core/kernel/sides.ts";
import { type GateTick, RED_SIGNS, type RedSign } from "#core/permission/ground-check.ts";
import { skillOf } from "#shipped/ladder.ts";
import type { Happened, LivingHorse } from "./horse.ts";
import { luck } from "./luck.ts";
import type { Hand } from "./staff.ts";
import { type World, weatherOf } from "./world.ts";

const WITH_SADDLE = ["saddle", "girth", "loose-tack", "stirrups", "block", "stirrup-weight", "lie-across"];
const WARM_UP_MINUTES = 15;
const LONGEST_RIDE = 45;
const WIND = 8;
const HOT = 30;
const COLD = -8;

export interface Done {
  readonly record: RecordFields;
  readonly ticks: readonly GateTick[];
  readonly redSigns: readonly RedSign[];
  readonly rides: boolean;
  readonly tacked: boolean;
  readonly happened: Happened;
  readonly tooEarly: boolean;
}
/** Nothing may be worked: why. */
export interface NotDone {
  readonly because: "weather" | "horse";
}

/** What is left of the card for this rider today, the main first. */
function worksOf(
  { work, barred }: CardView,
  rides: boolean,
): { readonly mains: readonly string[]; readonly beside: readonly string[] } {
  const may = (id: string): boolean => (rides || skillOf(id).bears === "nothing") && !barred.some(({ skill }) => skill === id);
  const once = (ids: readonly string[]): readonly string[] => [...new Set(ids)].filter(may);
  const mains = once(work.items.flatMap(({ skill, role }) => (role === "main" ? [skill] : [])));
  const least = mains.length > 0 ? mains : once(work.smaller).slice(0, 2);
  return { mains: least, beside: once(work.items.map(({ skill }) => skill)).filter((id) => !least.includes(id)) };
}

function weatherAt(world: World, day: LocalDate, start: number): { readonly word: Weather; readonly windMps: number } {
  const hour = Math.floor((DAY_GRID.start + start * DAY_GRID.minutes) / 60);
  const now = weatherOf(world, day)[hour];
  const windMps = now?.windMps ?? 0;
  const warm = now?.temperatureC ?? 0;
  return { windMps, word: windMps > WIND ? "windy" : warm > HOT ? "hot" : warm < COLD ? "cold" : "calm" };
}

const gaitsOf = (skills: readonly string[]): Gait[] =>
  skills.some((id) => id.includes("canter"))
    ? ["walk", "trot", "canter"]
    : skills.some((id) => id.includes("trot")) || skills.includes("loose-tack")
      ? ["walk", "trot"]
      : ["walk"];

/** A favourite of the rider's in the place of something beside the main. */
function swapped(
  random: Random,
  { habits }: Hand,
  view: CardView,
  beside: readonly string[],
): { readonly beside: readonly string[]; readonly swaps: Swap[] } {
  const dropped = beside[0];
  const known = view.recentScores
    .map(({ skill }) => skill)
    .filter((id) => skillOf(id).bears === "nothing" && !beside.includes(id) && !view.barred.some(({ skill }) => skill === id));
  if (!dropped || known.length === 0 || !random.chance(habits.swaps)) return { beside, swaps: [] };
  const did = random.pick(known);
  return { beside: [did, ...beside.slice(1)], swaps: [{ skill: dropped, did, why: "It offered this by itself." }] };
}

const scoresOf = (work: readonly SkillWork[], fours: boolean): RecordFields["scores"] =>
  work.flatMap(({ skill, scores }) =>
    Object.entries(scores).map(([side, score]) => ({ skill, side: side as TrackSide, score: fours ? 4 : score })),
  );

export function sessionOf(world: World, living: LivingHorse, hand: Hand, view: CardView): Done | NotDone {
  const { day, start, kind } = view.card;
  const random = luck(world.seed, "session", living.guest.key, day);
  const { word, windMps } = weatherAt(world, day, start);
  const wouldTack = view.work.items.some(({ skill }) => WITH_SADDLE.includes(skill) || skillOf(skill).bears !== "nothing");
  const shown = living.shows(day, { tacked: wouldTack, windMps });
  const redSigns = RED_SIGNS.filter((red) => shown.some(({ sign }) => sign === red));
  const helper = view.people.find(({ id }) => id === view.helper?.id) ?? null;
  const skips = random.chance(hand.habits.skipsTicks);
  const ticks = skips ? view.gate.asked.slice(2) : view.gate.asked;
  const spot = { helper, ticks, redSigns, windy: word === "windy" };
  const gate = readGate(view.gate, spot, kind);
  if (gate.state === "shut") return { because: gate.reasons.some(({ code }) => code === "weather") ? "weather" : "horse" };
  // Somebody who skips the check gets on all the same, where nothing else keeps him.
  const rides =
    kind !== "ground" && (gate.state === "open" || (skips && gate.reasons.every(({ code }) => code === "not-ticked")));
  const left = worksOf(view, rides);
  const { beside, swaps } = swapped(random, hand, view, left.beside);
  const mains = left.mains.length > 0 ? left.mains : beside.slice(0, 1);
  const others = beside.filter((id) => !mains.includes(id));
  const skills = [...mains, ...others];
  const sits = rides && (view.gate.horse.stage === "riding" || skills.some((id) => skillOf(id).bears === "rider"));
  const minutes = Object.values(view.minutes).reduce((sum, part) => sum + part, 0);
  const groundMinutes = sits ? Math.min(WARM_UP_MINUTES, minutes) : minutes;
  const saddleMinutes = sits ? Math.min(LONGEST_RIDE, minutes - groundMinutes) : 0;
  const all = groundMinutes + saddleMinutes;
  const mainMinutes = Math.min(all, Math.max(view.minutes.main, Math.round(all / 2)));
  const tacked = rides || skills.some((id) => WITH_SADDLE.includes(id));
  const tooEarly = mains.some((id) => living.tooEarly(id));
  const happened = living.work({
    day,
    rider: hand.truth,
    grade: hand.person.grade,
    mains,
    mainMinutes,
    beside: others,
    besideMinutes: all - mainMinutes,
    rides: saddleMinutes > 0,
    tacked,
    helped: helper !== null,
    checked: !skips,
    windMps,
  });
  const gaits = gaitsOf(skills);
  const tack: Tack[] = rides
    ? ["saddle", view.method.headgear === "rope-halter" && view.gate.horse.stage !== "riding" ? "rope-halter" : "snaffle"]
    : [...(tacked ? (["saddle"] as const) : []), "rope-halter"];
  const calm = happened.incident === null || happened.incident.strength === 1;
  return {
    ticks,
    redSigns,
    rides: saddleMinutes > 0,
    tacked,
    happened,
    tooEarly,
    record: {
      ...(EMPTY_RECORD as RecordFields),
      groundMinutes,
      saddleMinutes,
      circleMinutes: gaits.length > 1 ? Math.min(view.circleMinutes, Math.round(all / 5)) : 0,
      helper: view.helper?.id ?? null,
      gaits,
      weather: word,
      tack,
      gearWhy: "It was ready for it.",
      scores: scoresOf(happened.work, random.chance(hand.habits.allFours)),
      swaps,
      signs: shown.map((one) => ({ ...one, skill: null })),
      incidents: happened.incident ? [{ ...happened.incident, ledBy: [...happened.incident.ledBy] }] : [],
      ending: [...ENDINGS],
      endedWell: calm,
      word: calm ? "" : "Not a good day.",
    },
  };
}
