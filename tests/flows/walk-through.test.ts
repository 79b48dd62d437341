/**
 * Six horses walked day by day through the application: the plan is read, the day laid as it has it, every card read, and closed with plausible scores. What
 * the cards said is kept as a golden text, for a horse person to read: no line in it that a trainer would laugh at.
 */
import { afterEach, beforeEach, expect, it } from "vitest";
import type { WalkFields } from "#contracts/intake.ts";
import { addDays, type LocalDate, localDate, sayDate, weekdayOf } from "#core/calendar/local-date.ts";
import { RUNGS } from "#core/intake/instrument.ts";
import { must } from "#core/kernel/assert.ts";
import type { CardId, StayId } from "#core/kernel/brand.ts";
import { seededRandom } from "#core/kernel/random.ts";
import { type Score, sidesOf, type TrackSide } from "#core/kernel/sides.ts";
import type { PlanGoal } from "#core/plan/goal-sets.ts";
import { readCard } from "#server/card/read-card.ts";
import { readDay } from "#server/day/read-day.ts";
import { sweep } from "#server/plan/sweep.ts";
import { skillOf } from "#shipped/ladder.ts";
import { Barn, booking, INCIDENT, OPEN_GATE, record, walkOf } from "#tests/barn.ts";
import { sayBecause } from "#ui/words/because.ts";
import { SESSION } from "#ui/words/labels.ts";

/** Each horse has the barn to itself. */
let barn: Barn;
beforeEach(async () => {
  barn = await Barn.open();
});
afterEach(() => barn.close());

const FIRST = localDate("2026-07-06");
const DAYS = 16;

interface Walked {
  readonly name: string;
  readonly horse?: Parameters<typeof booking>[0];
  readonly marks: Readonly<Record<string, number>>;
  readonly goals: readonly Partial<PlanGoal>[];
  /** What happens on a session, by its number. */
  readonly troubles?: Readonly<
    Record<number, { readonly kind: "buck" | "fall"; readonly during: "canter" | "tacking"; readonly at: string }>
  >;
  /** Days on which nobody comes. */
  readonly off?: readonly string[];
}

const HANDLED = {
  catch: 4,
  halter: 4,
  lead: 4,
  stand: 3,
  space: 3,
  "back-in-hand": 3,
  groom: 4,
  face: 3,
  "front-feet": 3,
  "hind-feet": 3,
  tie: 3,
};
const ON_GROUND = { "give-head": 3, "head-down": 3, hindquarters: 3, "send-out": 3, "voice-trot": 3, "change-direction": 3 };
const RIDDEN = { saddle: 4, girth: 4, block: 4, forward: 4, steer: 4, stop: 3, trot: 4, arena: 4 };
const HORSES: readonly Walked[] = [
  {
    name: "A quiet start",
    horse: {
      horse: { history: { ...booking().horse.history, haltered: "yes" } },
      stay: { kind: "halter", aim: "A quiet start under saddle", length: 60 },
    },
    marks: { ...HANDLED, ...ON_GROUND, hindquarters: 2, "rope-flag": 2, pad: 1 },
    goals: [{ skill: "trot", must: true }, { skill: "arena" }],
  },
  {
    name: "The right lead",
    horse: { stay: { kind: "started", aim: "Each lead when it is asked", complaint: "She will not take the right lead." } },
    marks: { ...HANDLED, ...ON_GROUND, ...RIDDEN, canter: 3, "soft-feel": 2, transitions: 3, "voice-canter": 2, "loose-tack": 3 },
    goals: [{ skill: "lead-setup", must: true }],
  },
  {
    name: "Off the track",
    horse: {
      horse: { sex: "gelding", history: { ...booking().horse.history, raced: "yes" } },
      stay: { kind: "started", aim: "Stand to be mounted, and soft in the hand", complaint: "Will not stand to be mounted." },
    },
    marks: {
      catch: 4,
      halter: 4,
      lead: 4,
      stand: 1,
      space: 2,
      groom: 4,
      forward: 4,
      steer: 2,
      stop: 2,
      trot: 3,
      "give-head": 1,
      hindquarters: 1,
    },
    goals: [
      { skill: "block", must: true, target: 4 },
      { skill: "soft-feel", must: true },
    ],
  },
  {
    name: "To be shipped",
    horse: {
      horse: { sex: "stallion", birthYear: 2022 },
      stay: { kind: "unhandled", aim: "Must lead and load: he is shipped in three weeks", length: 30 },
    },
    marks: { catch: 1, halter: 1 },
    goals: [{ skill: "trailer-stand", must: true, by: localDate("2026-07-28") }],
  },
  {
    name: "A yearling's manners",
    horse: {
      horse: { class: "yearling", birthYear: 2025 },
      stay: { kind: "halter", aim: "Manners only: leading, feet, trailer.", length: 30 },
    },
    marks: { catch: 3, halter: 3, lead: 2, stand: 2, groom: 3, "front-feet": 1 },
    goals: [{ skill: "hind-feet", must: true }, { skill: "trailer", must: true }, { skill: "tie" }],
  },
  {
    name: "Trouble, and a week off",
    horse: { stay: { kind: "started", aim: "A quiet canter", complaint: "" } },
    marks: { ...HANDLED, ...ON_GROUND, ...RIDDEN, "voice-canter": 3, "loose-tack": 3, canter: 3 },
    goals: [{ skill: "canter", must: true, target: 4 }, { skill: "outside" }],
    troubles: { 6: { kind: "buck", during: "canter", at: "canter" }, 7: { kind: "buck", during: "canter", at: "canter" } },
    off: ["2026-07-16", "2026-07-17", "2026-07-18", "2026-07-20", "2026-07-21", "2026-07-22", "2026-07-23"],
  },
];

const walkFrom = (marks: Walked["marks"]): WalkFields => ({
  ...walkOf(3),
  // A horse knows more than an evaluation looks at.
  marks: Object.entries(marks)
    .filter(([skill]) => IN_WALK.has(skill))
    .flatMap(([skill, score]) => sidesOf(skillOf(skill).sided).map((side) => ({ skill, side, score: score as Score }))),
  saddleReason: "trot" in marks ? "Ridden at home for years." : "",
});
const IN_WALK = new Set(RUNGS.flatMap(({ skills }) => skills));
const words = (ids: readonly string[]): string => ids.map((id) => skillOf(id).words.toLowerCase()).join(", ");

/** What a horse that learns as most do shows: a little more each time, the right side a little behind. */
class Truth {
  private readonly levels = new Map<string, number>();
  private readonly random = seededRandom(7);
  constructor(marks: Walked["marks"]) {
    for (const [skill, score] of Object.entries(marks)) this.levels.set(skill, score);
  }
  work(skill: string, share: number): void {
    this.levels.set(skill, Math.min(4.6, (this.levels.get(skill) ?? 0.6) + (share * 3) / skillOf(skill).to3));
  }
  score(skill: string, side: TrackSide): Score {
    const level = (this.levels.get(skill) ?? 0.6) - (side === "right" ? 0.25 : 0) + 0.3 * this.random.normal();
    return Math.max(0, Math.min(5, Math.round(level))) as Score;
  }
}

async function walked(horse: Walked): Promise<string> {
  const lines = [`${horse.name}: ${horse.horse?.stay?.aim ?? ""}`];
  barn.today = FIRST;
  const stay = await barn.book({
    ...horse.horse,
    horse: { name: horse.name, ...horse.horse?.horse },
    stay: { firstDay: FIRST, ...horse.horse?.stay },
  });
  const evaluation = await barn.evaluate(stay, walkFrom(horse.marks));
  await barn.sign(evaluation);
  const goals = horse.goals.map(
    (goal): PlanGoal => ({ skill: "", target: 3, side: null, weight: 2, must: false, by: null, ...goal }),
  );
  await barn.ask("plan/set-goals", { stay, version: 0, goals });
  const truth = new Truth(horse.marks);
  let session = 0;
  for (let day = addDays(FIRST, 1); session < DAYS && day <= addDays(FIRST, 28); day = addDays(day, 1)) {
    if (weekdayOf(day) === 7 || horse.off?.includes(day)) continue;
    barn.today = day;
    await sweep(barn.deps);
    session += 1;
    lines.push(...(await oneDay(stay, day, horse.troubles?.[session] ?? null, truth)));
  }
  return `${lines.join("\n")}\n`;
}

async function oneDay(
  stay: StayId,
  day: LocalDate,
  trouble: { kind: "buck" | "fall"; during: "canter" | "tacking"; at: string } | null,
  truth: Truth,
): Promise<readonly string[]> {
  const sheet = await readDay(barn.deps, day);
  const due = sheet.due.find((one) => one.stay === stay) ?? sheet.resting.find((one) => one.stay === stay)?.session;
  const { kind, length } = must(due, "a session of the day");
  let card: CardId | null = null;
  for (const place of ["Out on the hill", "Arena", "Round pens"])
    if (card === null) {
      const placement = { ...barn.placement(stay, { kind, place: barn.place(place), helper: barn.helper.id }), length };
      if ((await barn.code("day/place", placement)) === "done")
        card = (await barn.sql`SELECT id FROM card WHERE stay_id = ${stay} AND day = ${day}`)[0]?.["id"] as CardId;
    }
  if (card === null) return [`${sayDate(day)}: no place`];
  await barn.ask("day/hand-out", { day });
  const view = must(await readCard(barn.deps, card, barn.rider), "a card");
  const { items, because, leaveAlone } = view.work;
  const by = (role: string): readonly string[] => items.filter((one) => one.role === role).map(({ skill }) => skill);
  const line = (name: string, ids: readonly string[]): string => (ids.length > 0 ? ` · ${name} ${words(ids)}` : "");
  const said = `${sayDate(day)}, ${SESSION[kind].toLowerCase()}: ${words(by("main")).toUpperCase()}, ${sayBecause(because)}${line("warm-up", by("warm-up"))}${line("daily", by("handling"))}${line("finish", by("finish"))}${line("leave alone", leaveAlone)}`;
  // What the rules of the pen are, whatever the golden text says.
  for (const { skill, role } of items) {
    if (kind === "ground") expect([said, skillOf(skill).bears]).toEqual([said, "nothing"]);
    if (role === "main") expect(leaveAlone).not.toContain(skill);
  }
  const skills = [...new Set(items.map(({ skill }) => skill))];
  for (const { skill, role } of items) truth.work(skill, role === "main" ? 1 : 0.2);
  const rides = kind !== "ground";
  const scores = skills.flatMap((skill) =>
    sidesOf(skillOf(skill).sided).map((side) => {
      const bad = trouble && skill === trouble.at ? 1 : truth.score(skill, side);
      return { skill, side, score: bad as Score };
    }),
  );
  const happened = trouble && skills.includes(trouble.at) ? trouble : null;
  await barn.ask(
    "card/close",
    {
      id: card,
      base: null,
      record: record({
        scores,
        groundMinutes: rides ? 15 : 40,
        saddleMinutes: rides ? 20 : 0,
        tack: rides ? ["saddle", "rope-halter"] : ["rope-halter"],
        helper: barn.helper.id,
        incidents: happened ? [{ ...INCIDENT, kind: happened.kind, before: "", hurt: "nobody", during: happened.during }] : [],
        endedWell: !happened,
        word: "",
      }),
      gate: OPEN_GATE,
    },
    barn.rider,
  );
  return [said, ...(happened ? [`  (${happened.kind} at the ${happened.during})`] : [])];
}

it.each(HORSES)("$name: sixteen sessions as its cards had them", { timeout: 120_000 }, async (horse) => {
  await expect(await walked(horse)).toMatchFileSnapshot(`golden/${horse.name.toLowerCase().replaceAll(/[^a-z]+/g, "-")}.txt`);
});
