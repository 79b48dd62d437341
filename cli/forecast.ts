import { z } from "zod/mini";
import { flag, list, number, oneOf, said, score, whole } from "#contracts/fields.ts";
import { daysAhead, missedSoFar } from "#core/forecast/ahead.ts";
import { levelShown } from "#core/forecast/estimator.ts";
import { readSimulations } from "#core/forecast/forecast.ts";
import { nextSkillWork, outlookOf } from "#core/forecast/outlook.ts";
import { type Ahead, simulate } from "#core/forecast/simulate.ts";
import type { SkillShape, StayFacts } from "#core/forecast/stay.ts";
import { KINDS } from "#core/horse/horse.ts";
import { sidesOf } from "#core/kernel/sides.ts";
import { ladderFaults } from "#core/ladder/graph.ts";
import { NATURES } from "#core/ladder/skill.ts";
import { fail, fileCommand } from "./file-command.ts";

const MOST_DAYS = 400;
const name = (what: string) => said(what, 80);
const WorkFile = z.strictObject({
  skill: name("The skill"),
  minutes: number(0.5, 240, "minutes"),
  scores: z._default(z.partialRecord(oneOf(["left", "right", "both"]), score), {}),
});
const StayFile = z.strictObject({
  format: z.literal("furlong-stay/1", "The format must be “furlong-stay/1”."),
  term: whole(1, MOST_DAYS, "days"),
  day: whole(-1, MOST_DAYS, "days"),
  sessionsPerWeek: number(0.5, 7, "sessions a week"),
  minutes: z._default(number(1, 240, "minutes"), 60),
  items: z._default(whole(1, 8, "skills"), 4),
  kind: oneOf(KINDS),
  skills: list(
    z.strictObject({
      id: name("The skill's id"),
      branch: oneOf(NATURES),
      prerequisites: z._default(list(name("The prerequisite"), 20), []),
      sided: flag,
      sessions03: number(0.1, 200, "sessions"),
    }),
    200,
  ),
  goals: list(z.strictObject({ skill: name("The skill"), target: number(1, 5), value: z._default(number(0.01, 1000), 1) }), 40),
  sessions: list(
    z.strictObject({
      day: whole(0, MOST_DAYS, "days"),
      rider: name("The rider"),
      minutes: z._default(number(0, 600, "minutes"), 60),
      windy: z._default(flag, false),
      newPlace: z._default(flag, false),
      work: list(WorkFile, 40),
    }),
    600,
  ),
  plannedOff: z._default(list(z.tuple([whole(0, 2 * MOST_DAYS), whole(0, 2 * MOST_DAYS)]), 60), []),
  follows: z._default(oneOf(["plan", "habit"]), "plan"),
});
type StayFile = z.output<typeof StayFile>;

/** Of a file only the names are known: what is worked at the bit goes by them. */
const AT_THE_BIT = /(^|-)(bit|rein|steer|steering|stop|bend|soft)(-|$)/;
const shapesOf = ({ skills }: StayFile): readonly SkillShape[] =>
  skills.map((skill) => ({ ...skill, nature: skill.branch, atTheBit: AT_THE_BIT.test(skill.id) }));

/** What a schema cannot say: names that must be in the ladder, and a ladder that must be one. */
function checked(file: StayFile): StayFile {
  const shapes = new Map(shapesOf(file).map((skill) => [skill.id, skill]));
  if (shapes.size < file.skills.length) fail("skills", "Two skills have the same id.");
  const [fault] = ladderFaults(file.skills.map(({ id, prerequisites }) => ({ id, after: prerequisites })));
  if (fault?.kind === "cycle") fail("skills", `These lead back to themselves: ${fault.skills.join(", ")}.`);
  if (fault?.kind === "unknown-prerequisite")
    fail(
      `skills.${file.skills.findIndex((skill) => skill.id === fault.skill)}.prerequisites`,
      `No such skill in the file: ${fault.names}.`,
    );
  if (file.day >= file.term) fail("day", `The term's days are 0 to ${file.term - 1}; -1 is the eve of it.`);
  file.plannedOff.forEach(([from, to], i) => {
    if (from > to) fail(`plannedOff.${i}`, "The first day must not come after the last.");
    if (file.plannedOff.some(([a, b], other) => other < i && a < to && from < b))
      fail(`plannedOff.${i}`, "Two spans share a day: join them or move one.");
  });
  file.goals.forEach((goal, i) => {
    if (file.goals.findIndex(({ skill }) => skill === goal.skill) < i)
      fail(`goals.${i}.skill`, `Two goals on one skill: ${goal.skill}.`);
    if (!shapes.has(goal.skill)) fail(`goals.${i}.skill`, `No such skill in the file: ${goal.skill}.`);
  });
  file.sessions.forEach((session, s) => {
    session.work.forEach((work, w) => {
      const at = `sessions.${s}.work.${w}`;
      const shape = shapes.get(work.skill);
      if (!shape) return fail(`${at}.skill`, `No such skill in the file: ${work.skill}.`);
      const sides = sidesOf(shape.sided);
      for (const side of Object.keys(work.scores))
        if (!sides.some((one) => one === side))
          fail(`${at}.scores.${side}`, `This skill is scored under ${sides.join(" and ")}.`);
    });
  });
  return file;
}

const factsOf = (file: StayFile): StayFacts => ({
  kind: file.kind,
  skills: shapesOf(file),
  seen: [],
  sessions: file.sessions.filter(({ day }) => day <= file.day).sort((a, b) => a.day - b.day),
});

function aheadOf(file: StayFile, { sessions }: StayFacts): Ahead {
  const lastDay = file.term - 1;
  const rhythm = { sessions, perWeek: file.sessionsPerWeek, off: file.plannedOff };
  return {
    today: file.day,
    lastDay,
    days: daysAhead(rhythm, file.day, lastDay),
    ...missedSoFar(rhythm, file.day),
    minutes: file.minutes,
    items: file.items,
    follows: file.follows,
    notBefore: new Map(),
  };
}

const round = (x: number): number => Math.round(x * 1000) / 1000;
const EIGHTY = 1.2816;
const PLAYS = 1000;

/** Chances of goals, levels, what to work next and stall alarms of one stay. */
export const forecastCommand = fileCommand(
  "a stay's record into chances of its goals, levels, what to work next, stall alarms",
  StayFile,
  (input, { seed = 1, plays = PLAYS }) => {
    const file = checked(input);
    const facts = factsOf(file);
    const ahead = aheadOf(file, facts);
    const { belief, doubt, alarms } = outlookOf(facts);
    const { layout } = belief;
    const goals = file.goals.map((goal) => ({ ...goal, side: null }));
    const options = { seed, plays, pace: 1 };
    const played = simulate({ belief, doubt, sessions: facts.sessions, goals, ahead, options });
    const forecasts = readSimulations(played.played, played.run(plays));
    const [rate, spread] = [
      belief.mean[layout.rate] ?? 0,
      Math.sqrt(belief.covariance[layout.rate * layout.size + layout.rate] ?? 0),
    ];
    return {
      format: "furlong-forecast/1",
      goals: forecasts.map(({ chance, held, day }, i) => ({
        skill: file.goals[i]?.skill,
        chance: round(chance),
        held: round(held),
        day,
      })),
      levels: layout.tracks.map((track) => {
        const { mean, low, high } = levelShown(belief, track);
        return { skill: layout.skills[track.skill]?.id, side: track.side, mean: round(mean), low: round(low), high: round(high) };
      }),
      next: nextSkillWork(belief, facts, goals, ahead),
      alarms: alarms.filter(({ kind }) => kind === "stall").map(({ kind, day, group, tracks }) => ({ kind, day, group, tracks })),
      learningRate: {
        mean: round(Math.exp(rate)),
        low: round(Math.exp(rate - EIGHTY * spread)),
        high: round(Math.exp(rate + EIGHTY * spread)),
      },
    };
  },
  { seed: [0, 2 ** 31 - 1], plays: [1, 20_000] },
);
