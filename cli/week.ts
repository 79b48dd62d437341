import { z } from "zod/mini";
import { flag, list, number, whole } from "#contracts/fields.ts";
import { WEEK_DAYS, type WeekProblem } from "#core/week/week.ts";
import { isWeek, solveWeek } from "#solver/week.ts";
import { fail, fileCommand, Unfinished } from "./file-command.ts";

const name = z.string("A name.").check(z.minLength(1, "A name."));
const day = whole(0, WEEK_DAYS - 1);
const byDay = z.array(whole(0, 1000), "A number for each day.");
const WeekFile = z.strictObject({
  format: z.literal("furlong-week/1", "The format must be “furlong-week/1”."),
  days: z._default(whole(1, WEEK_DAYS, "days"), WEEK_DAYS),
  horses: list(
    z.strictObject({
      id: name,
      length: whole(1, 20, "slots"),
      kind: z._default(z.enum(["ground", "saddle", "both"], "One of: ground, saddle, both."), "saddle"),
      risk: whole(1, 5),
      weightKg: number(1, 2000, "kilograms"),
      loadLimit: number(0, 1),
      forbid: z._default(list(name, 100), []),
      usual: z._default(z.nullable(name), null),
      known: z._default(list(name, 100), []),
      sessions: whole(0, WEEK_DAYS),
      value: number(0, 100_000),
      since: z._default(whole(0, 1000, "days"), 0),
      run: z._default(whole(0, 1000, "days"), 0),
      away: z._default(list(day, WEEK_DAYS), []),
      fixed: z._default(list(day, WEEK_DAYS), []),
    }),
    500,
  ),
  riders: list(
    z.strictObject({
      id: name,
      grade: whole(1, 5),
      weightKg: number(0, 300, "kilograms"),
      rides: z._default(flag, true),
      slots: byDay,
      maxSaddle: byDay,
    }),
    100,
  ),
});

function checked({ format: _format, ...file }: z.output<typeof WeekFile>): WeekProblem {
  for (const [path, all] of [
    ["horses", file.horses],
    ["riders", file.riders],
  ] as const)
    all.forEach(({ id }, i) => {
      if (all.findIndex((one) => one.id === id) < i) fail(`${path}.${i}.id`, `“${id}” stands twice.`);
    });
  const riders = new Set(file.riders.map(({ id }) => id));
  file.horses.forEach(({ fixed, away, usual, known, forbid }, i) => {
    for (const [path, names] of Object.entries({ usual: usual === null ? [] : [usual], known, forbid }))
      for (const id of names) if (!riders.has(id)) fail(`horses.${i}.${path}`, `There is no “${id}” in the file.`);
    if (fixed.some((one) => away.includes(one))) fail(`horses.${i}.fixed`, "A day on which it is away.");
    if ([...fixed, ...away].some((one) => one >= file.days)) fail(`horses.${i}`, "A day beyond the week.");
  });
  file.riders.forEach(({ slots, maxSaddle }, i) => {
    if (slots.length !== file.days) fail(`riders.${i}.slots`, `A number for each of ${file.days} days.`);
    if (maxSaddle.length !== file.days) fail(`riders.${i}.maxSaddle`, `A number for each of ${file.days} days.`);
  });
  return file;
}
const SECONDS = 20;

/** Which horse on which days, with a rider proposed for each, and what falls short. */
export const weekCommand = fileCommand(
  "a week's contracted sessions into days and riders; says what falls short",
  WeekFile,
  async (input, { ms = SECONDS * 1000 }) => {
    const problem = checked(input);
    const begun = performance.now();
    const answer = await solveWeek(problem, ms / 1000);
    if (!isWeek(answer) && answer.impossible) fail("horses", "The fixed days cannot be kept by the riders that there are.");
    const { bound, proven } = isWeek(answer) ? answer : { bound: null, proven: false };
    const plan = isWeek(answer) ? answer.plan : answer.best;
    const told = {
      format: "furlong-week-plan/1",
      days: Object.fromEntries(problem.horses.map(({ id }) => [id, plan.days.get(id) ?? []])),
      rider: Object.fromEntries(problem.horses.map(({ id }) => [id, Object.fromEntries(plan.rider.get(id) ?? [])])),
      short: Object.fromEntries(
        problem.horses.map(({ id, sessions }) => [id, Math.max(0, sessions - (plan.days.get(id)?.length ?? 0))]),
      ),
      cost: answer.cost,
      bound,
      proven,
      milliseconds: Math.round(performance.now() - begun),
    };
    if (isWeek(answer)) return told;
    throw new Unfinished(told, `horses: No plan found in time that keeps the fixed days of ${answer.givenUp.join(", ")}.`);
  },
  { ms: [1, 600_000] },
);
