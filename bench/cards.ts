/**
 * What comes of the cards themselves: made-up horses go through whole terms by what each day's card says, and beside it by two other ways of choosing, with
 * the same horses, riders and luck of the day. `npm run bench:cards [-- STAYS | --smallest]`. The horses' mechanics are not the model's (bench/herds), and
 * they are quiet ones: nothing here is told of safety. One chance is told on the third day, at a quarter, half and three quarters of a term.
 */
import { cardOf } from "#cli/advise/answer.ts";
import { atOf } from "#cli/advise/at.ts";
import { CaseFile } from "#cli/advise/case.ts";
import { recordOf } from "#cli/advise/record.ts";
import { ladderIs } from "#contracts/ladder.here.ts";
import { addDays, localDate } from "#core/calendar/local-date.ts";
import { proofsOf } from "#core/forecast/goals.ts";
import type { ScoredSession } from "#core/forecast/stay.ts";
import type { HorseKind } from "#core/horse/horse.ts";
import { seededRandom } from "#core/kernel/random.ts";
import { type Score, sidesOf } from "#core/kernel/sides.ts";
import { factsOf, readingOn } from "#core/plan/outlook.ts";
import { tell } from "#core/plan/stored-forecast.ts";
import { SHIPPED, skillOf } from "#shipped/ladder.ts";
import { checkpoints, firstMet, LADDER, riderOf } from "./herds/barn.ts";
import { FAMILIES, type Family, type RiderTruth } from "./herds/family.ts";
import { Horse } from "./herds/horse.ts";
import { type Case, figuresOf } from "./herds/measure.ts";
import { backwards, ladderFirst, type Policy } from "./herds/policies.ts";
import type { Told } from "./herds/rivals.ts";

ladderIs(SHIPPED);

const SMALLEST = process.argv.includes("--smallest");
const STAYS = SMALLEST ? 1 : Number(process.argv[2] ?? 3);
const PLAYS = SMALLEST ? 20 : 300;
const KINDS: readonly HorseKind[] = SMALLEST ? ["halter"] : ["unhandled", "halter", "started", "restart"];
/** Of a session's minutes; the rest goes to what is done beside the main. */
const MAIN_SHARE = 0.6;
const MINUTES = 50;
const IN_THE_SADDLE = 20;
/** What the other ways work in a session, all of it alike. */
const THINGS = 3;
const FIRST = localDate("2026-03-02");
const FIRST_TOLD = 3;

const GOALS: Readonly<Record<HorseKind, readonly (readonly string[])[]>> = {
  unhandled: [
    ["lead", "tie", "front-feet", "hind-feet"],
    ["lead", "trailer-stand", "hind-feet"],
    ["lead", "tie", "saddle", "girth"],
  ],
  halter: [
    ["sit", "steer", "stop", "trot"],
    ["hind-feet", "sit", "steer", "stop", "trot", "canter"],
    ["girth", "sit", "forward", "steer", "outside"],
  ],
  started: [
    ["canter", "soft-feel", "transitions"],
    ["circles", "leg-yield", "outside", "company"],
    ["canter", "lead-setup", "transitions", "trailer-stand"],
  ],
  restart: [
    ["steer", "stop", "trot", "canter"],
    ["tie", "girth", "steer", "circles"],
    ["trot", "transitions", "outside", "company"],
  ],
};
const RIDDEN = { haltered: "yes", saddled: "yes", ridden: "yes" };
const TOLD: Readonly<Record<HorseKind, object>> = {
  unhandled: { haltered: "no", ridden: "no" },
  halter: { haltered: "yes", ridden: "no" },
  started: RIDDEN,
  restart: RIDDEN,
};
/** The horse is walked on its first day, on the ground. */
const WALKED = ["handling", "yields", "send", "accepting", "mounting"];

interface Stay {
  readonly family: Family;
  readonly kind: HorseKind;
  readonly term: 30 | 60 | 90;
  readonly perWeek: number;
  readonly goals: readonly { readonly skill: string; readonly target: 3 | 4 }[];
  readonly riders: readonly RiderTruth[];
  readonly seed: number;
}
function stayOf(family: Family, kind: HorseKind, number: number): Stay {
  const seed = 7919 * number + 101 * KINDS.indexOf(kind) + FAMILIES.indexOf(family);
  const random = seededRandom(seed);
  return {
    family,
    kind,
    term: random.pick([30, 60, 60, 90] as const),
    perWeek: random.pick([4, 5, 5, 6]),
    goals: random.pick(GOALS[kind]).map((skill) => ({ skill, target: random.pick([3, 3, 4] as const) })),
    riders: ["a", "b", "c"].map((name) => riderOf(name, random)),
    seed,
  };
}

interface Chooser {
  choose(
    day: number,
    sessions: readonly ScoredSession[],
    rider: RiderTruth,
  ): { readonly main: readonly string[]; readonly beside: readonly string[] };
  /** By goal; missing: it tells nothing. */
  tell?(day: number, sessions: readonly ScoredSession[]): readonly Told[];
}
type Way = (stay: Stay, horse: Horse) => Chooser;
interface Lived {
  readonly stay: Stay;
  readonly held: number;
  readonly met: number;
  /** Sessions before it was first sat on as the work of a day; null: never. */
  readonly sat: number | null;
  readonly sessions: number;
  readonly mains: number;
  readonly tooEarly: number;
  readonly told: readonly Case[];
}

function live(stay: Stay, way: Way): Lived {
  const horse = new Horse(stay.family, LADDER, stay.kind, seededRandom(stay.seed));
  const chooser = way(stay, horse);
  const sessions: ScoredSession[] = [];
  const told: { readonly day: number; readonly share: number; readonly goals: readonly Told[] }[] = [];
  let [mains, tooEarly] = [0, 0];
  let sat: number | null = null;
  for (let day = 1; day < stay.term; day += 1) {
    // Of the day alone: what was worked before it changes nothing of its luck.
    const fate = seededRandom(Math.imul(stay.seed, 131) + day);
    const awake = horse.wakes(day, fate);
    const rider = fate.chance(0.75) ? (stay.riders[0] as RiderTruth) : fate.pick(stay.riders);
    if (day % 7 < stay.perWeek && awake) {
      const { main, beside } = chooser.choose(day, sessions, rider);
      mains += main.length;
      tooEarly += main.filter((id) => horse.tooEarly(id)).length;
      if (main.includes("sit")) sat ??= sessions.length;
      const share = main.length === 0 ? 0 : beside.length === 0 ? 1 : MAIN_SHARE;
      const parts = [
        { skills: main, minutes: MINUTES * share },
        { skills: beside, minutes: MINUTES * (1 - share) },
      ];
      const worked = parts.flatMap(({ skills, minutes }) =>
        skills.length > 0 ? horse.work(day, rider, skills, minutes, fate) : [],
      );
      if (worked[0]) sessions.push({ ...worked[0], work: worked.flatMap(({ work }) => work) });
    }
    const share = [FIRST_TOLD, ...checkpoints(stay.term)].indexOf(day);
    if (share >= 0 && chooser.tell) told.push({ day, share, goals: chooser.tell(day, sessions) });
  }
  const metDays = stay.goals.map((goal) => firstMet(sessions, { ...goal, value: 1, side: null }));
  const holds = ({ skill, target }: Stay["goals"][number]): boolean =>
    sidesOf(skillOf(skill).sided).every((_, side) => horse.levelOf(skill, side) >= target - 0.5);
  return {
    stay,
    held: stay.goals.filter((goal, i) => metDays[i] !== null && holds(goal)).length,
    met: metDays.filter((day) => day !== null).length,
    sat,
    sessions: sessions.length,
    mains,
    tooEarly,
    told: told.flatMap(({ day, share, goals }) =>
      goals.map((one, i): Case => {
        const metDay = metDays[i] ?? null;
        const before = metDay !== null && metDay <= day;
        return { ...one, barn: String(stay.seed), share, met: metDay !== null, before, metDay, term: stay.term };
      }),
    ),
  };
}

function written({ day, rider, windy, work }: ScoredSession): object {
  const skills = work.map(({ skill }) => skillOf(skill));
  const rides = skills.some(({ bears }) => bears === "rider");
  const scores = work.map(({ skill, scores: given }) => [
    skill,
    skillOf(skill).sided ? [given.left ?? null, given.right ?? null] : (given.both ?? null),
  ]);
  return {
    day: addDays(FIRST, day),
    rider,
    kind: rides ? "both" : "ground",
    ground: MINUTES - (rides ? IN_THE_SADDLE : 0),
    saddle: rides ? IN_THE_SADDLE : 0,
    tack: skills.some(({ bears, nature }) => bears !== "nothing" || nature === "accepting") ? ["saddle"] : [],
    weather: windy ? "windy" : "calm",
    scores: Object.fromEntries(scores),
  };
}

/** By the card of each day, as `advise` says it. */
const byCard: Way = (stay, horse) => {
  const random = seededRandom(stay.seed ^ 0x2545f491);
  const see = (id: string, side: number): Score =>
    Math.max(0, Math.min(5, Math.round(horse.levelOf(id, side) + 0.4 * random.normal()))) as Score;
  const marks = Object.fromEntries(
    LADDER.skills
      .filter(({ id, branch }) => WALKED.includes(branch) && skillOf(id).bears === "nothing")
      .map(({ id }) => [id, skillOf(id).sided ? [see(id, 0), see(id, 1)] : see(id, 0)]),
  );
  const sessionsWritten: object[] = [];
  const on = (day: number, sessions: readonly ScoredSession[]) => {
    for (const session of sessions.slice(sessionsWritten.length)) sessionsWritten.push(written(session));
    const today = addDays(FIRST, day);
    const file = CaseFile.parse({
      format: "furlong-case/1",
      today,
      horse: { born: 2021, weightKg: 480, weighed: today, condition: 5, heightCm: 152, history: TOLD[stay.kind] },
      stay: { kind: stay.kind, fit: "fit", term: stay.term, firstDay: FIRST, sessionsAWeek: stay.perWeek },
      signed: { day: FIRST, risk: 2, ridden: true, secondPerson: false, sessionMinutes: 60, circleMinutes: 20 },
      goals: stay.goals.map((goal) => ({ ...goal, must: true, verdict: "likely" })),
      evaluations: [{ day: FIRST, kind: "intake", marks }],
      sessions: sessionsWritten,
      people: ["a", "b"].map((id) => ({ id, grade: 5, weightKg: 60, rides: true })),
      card: { rider: "a", helper: "b", place: "pen", ticks: "all" },
      weather: { windMps: 2, temperatureC: 15, humidity: 50 },
    });
    return { file, advised: recordOf(file, SHIPPED) };
  };
  return {
    choose: (day, sessions) => {
      const { file, advised } = on(day, sessions);
      const facts = factsOf(advised.stay);
      const open = advised.stay.goals.filter(
        ({ skill, target, side }) => !proofsOf(facts.skills, facts.sessions, { skill, target, side, value: 1 }).metNow,
      );
      const at = atOf(file, advised);
      const card = cardOf(at, at.plan.find((one) => one.day >= day) ?? null, open);
      const known = (ids: readonly string[]): readonly string[] => [...new Set(ids)].filter((id) => LADDER.at.has(id));
      const main = known(card.main);
      return { main, beside: known([...card.warmUp, ...card.handling, ...card.finish]).filter((id) => !main.includes(id)) };
    },
    tell: (day, sessions) => {
      const { stay: record } = on(day, sessions).advised;
      const telling = tell({ record, reading: readingOn(record), plays: PLAYS });
      const told = telling.told(telling.run(PLAYS));
      return stay.goals.map(({ skill }) => {
        const one = told.find((goal) => goal.skill === skill);
        const { p10 = null, p50 = null, p90 = null } = one?.day ?? {};
        return { chance: one?.state.met ? 1 : (one?.chance ?? 0), p10, p50, p90 };
      });
    },
  };
};
const byPolicy =
  (policy: Policy): Way =>
  ({ goals, kind, term, perWeek, seed }) => {
    const random = seededRandom(seed ^ 0x1b873593);
    const wanted = goals.map((goal) => ({ ...goal, value: 1, side: null }));
    const about = { ladder: LADDER, goals: wanted, kind, term, perWeek, items: THINGS, minutes: MINUTES, random };
    return { choose: (day, sessions, rider) => ({ main: policy({ ...about, day, sessions, rider }), beside: [] }) };
  };

const percent = (part: number, whole: number): string => `${((100 * part) / Math.max(1, whole)).toFixed(0)} %`.padStart(5);
const two = (x: number): string => x.toFixed(2);
const honesty = (cases: readonly Case[]): string => {
  const { goals, rate, skill, calibration, coverage } = figuresOf(cases);
  const open = cases.filter(({ before }) => !before);
  const told = open.reduce((sum, { chance }) => sum + chance, 0) / Math.max(1, open.length);
  const said = rate > 0 && rate < 1 ? two(skill) : "-";
  return `told ${two(told)} came ${two(rate)}  skill ${said}  calibration ${calibration.toFixed(3)}  coverage ${two(coverage)} (${goals} goals)`;
};

const WAYS: Readonly<Record<string, Way>> = {
  "the card": byCard,
  "up the ladder": byPolicy(ladderFirst),
  "back from the goals": byPolicy(backwards),
};
const all: Case[] = [];
for (const kind of KINDS) {
  const families = SMALLEST ? FAMILIES.slice(0, 1) : FAMILIES;
  const stays = families.flatMap((family) => Array.from({ length: STAYS }, (_, i) => stayOf(family, kind, i + 1)));
  console.log(`\n${kind}: ${stays.length} stays, and three things a session where no card says what`);
  for (const [name, way] of Object.entries(WAYS)) {
    const lived = stays.map((stay) => live(stay, way));
    const sum = (of: (one: Lived) => number): number => lived.reduce((total, one) => total + of(one), 0);
    const goals = sum(({ stay }) => stay.goals.length);
    const sat = lived.flatMap((one) => one.sat ?? []);
    const told = lived.flatMap((one) => one.told);
    all.push(...told);
    console.log(
      `  ${name.padEnd(20)} held ${percent(
        sum(({ held }) => held),
        goals,
      )}  met ${percent(
        sum(({ met }) => met),
        goals,
      )}` +
        `  mains a session ${two(
          sum(({ mains }) => mains) /
            Math.max(
              1,
              sum(({ sessions }) => sessions),
            ),
        )}` +
        `  too early ${percent(
          sum(({ tooEarly }) => tooEarly),
          sum(({ mains }) => mains),
        )}` +
        `  sat on ${sat.length}, after ${two(sat.reduce((a, b) => a + b, 0) / Math.max(1, sat.length))} sessions`,
    );
    if (told.length > 0) console.log(`  ${"".padEnd(20)} ${honesty(told)}`);
  }
}
console.log(`\nchances by the card: ${honesty(all)}`);
