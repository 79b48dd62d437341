/** Goals and pins of a stay's plan, the barn's ladder, and what of a plan and a forecast is kept. */

import { z } from "zod/mini";
import { SESSION_KINDS } from "#core/card/card.ts";
import { STALL_GROUPS } from "#core/forecast/stall.ts";
import { MOST_GOALS } from "#core/intake/aims.ts";
import { SIDES, sidesOf } from "#core/kernel/sides.ts";
import { ANSWERS, type OwnMethod } from "#core/ladder/methods.ts";
import { SKILL_PLACES } from "#core/ladder/skill.ts";
import { PROTOCOLS } from "#core/permission/protocol.ts";
import { STEPS } from "#core/permission/steps.ts";
import type { Pin } from "#core/plan/asked.ts";
import { type Because, FOLLOW_UPS } from "#core/plan/because.ts";
import { type PlanGoal, WEIGHTS } from "#core/plan/goal-sets.ts";
import { PURPOSES, type ScheduledSession, WORK_ROLES } from "#core/plan/session.ts";
import { type Moved } from "#core/plan/weeks.ts";
import { date, flag, id, list, methodId, oneOf, said, skill, version, whole, words } from "./fields.ts";
import { here } from "./ladder.here.ts";

export const PlanGoalFields = z
  .object({
    skill,
    target: z.literal([3, 4, 5], "A target of 3, 4 or 5."),
    side: z.nullable(oneOf(SIDES)),
    weight: z.literal([...WEIGHTS], "A weight of 1, 2 or 3."),
    must: flag,
    by: z._default(z.nullable(date), null),
  })
  .check(
    z.refine(
      (goal) =>
        goal.side === null || here().find(goal.skill) === undefined || sidesOf(here().of(goal.skill).sided).includes(goal.side),
      {
        path: ["side"],
        message: "This skill has no sides.",
      },
    ),
  ) satisfies z.core.$ZodType<PlanGoal>;
const once = <T>(of: (one: T) => string) =>
  z.refine<T[]>((all) => new Set(all.map(of)).size === all.length, "A skill is listed twice. Remove one.");

const goals = list(PlanGoalFields, MOST_GOALS).check(once((goal) => goal.skill));
const planVersion = whole(0, 1_000_000_000);
export const SetGoals = z.object({ stay: id<"stay">(), version: planVersion, goals });
export type SetGoals = z.output<typeof SetGoals>;

const dayOfStay = whole(-30, 2000, "days");
export const PinFields = z.discriminatedUnion("kind", [
  z.object({ kind: z.literal("pin"), skill, day: dayOfStay }),
  z.object({ kind: z.literal("forbid"), skill, from: dayOfStay, to: z.nullable(dayOfStay) }),
  z.object({
    kind: z.literal("written"),
    day: dayOfStay,
    items: list(z.object({ skill, role: oneOf(WORK_ROLES) }), 10).check(
      z.refine(
        (x) => new Set(x.map((one) => `${one.role} ${one.skill}`)).size === x.length,
        "A skill is listed twice in a part.",
      ),
      z.refine((x) => x.some(({ role }) => role === "main"), "Choose the main work of this session."),
      z.refine((x) => x.filter(({ role }) => role === "main").length <= 2, "Two things are the most for one main."),
    ),
    words: words(200),
    added: list(skill, 12),
    dropped: list(skill, 12),
  }),
  z.object({ kind: z.literal("week"), from: dayOfStay, words: said("What the week is about", 200) }),
]) satisfies z.core.$ZodType<Pin>;
const dayOf = (pin: Pin): string | null =>
  pin.kind === "written" ? `card ${pin.day}` : pin.kind === "week" ? `week ${pin.from}` : null;
export const SetPins = z.object({
  stay: id<"stay">(),
  version: planVersion,
  pins: list(PinFields, 90).check(
    z.refine((x) => {
      const days = x.flatMap((pin) => dayOf(pin) ?? []);
      return new Set(days).size === days.length;
    }, "A day's card or a week's words are listed twice. Remove one."),
  ),
});
export type SetPins = z.output<typeof SetPins>;

/** A big step on the sheet of a day, with its people. */
export const LayStep = z.object({
  stay: id<"stay">(),
  skill,
  day: date,
  rider: id<"person">(),
  helper: z.nullable(id<"person">()),
  place: id<"place">(),
});
export type LayStep = z.output<typeof LayStep>;

export const MethodFields = z.object({
  id: methodId,
  words: said("The method's name", 40),
  about: words(300),
  looseWork: oneOf(ANSWERS.looseWork),
  headgear: oneOf(ANSWERS.headgear),
  reward: oneOf(ANSWERS.reward),
  steering: oneOf(ANSWERS.steering),
  sides: oneOf(ANSWERS.sides),
  grooming: oneOf(ANSWERS.grooming),
  secondBit: oneOf(ANSWERS.secondBit),
  sessionMinutes: whole(15, 120, "minutes"),
  groundSessionsFirst: whole(0, 40, "sessions"),
  used: flag,
}) satisfies z.core.$ZodType<OwnMethod>;
const MOST_METHODS = 20;
export const EditMethods = z.object({
  version,
  methods: list(MethodFields, MOST_METHODS).check(
    z.refine((all) => new Set(all.map((one) => one.id)).size === all.length, "This method is listed twice. Remove one."),
    z.refine(
      (all) => new Set(all.map((one) => one.words.toLowerCase())).size === all.length,
      "Two methods have one name: give one of them another.",
    ),
  ),
});
export type EditMethods = z.output<typeof EditMethods>;

const Condition = z.union([
  z.object({ code: z.literal("shown"), skill: z.string(), times: z.int() }),
  z.object({ code: z.literal("calm-day") }),
  z.object({ code: z.literal("second-person") }),
]);
const BecauseFields = z.union([
  z.object({ code: z.literal("written"), words: z.string() }),
  z.object({ code: z.enum(["pinned", "asked", "wider", "ladder"]) }),
  z.object({
    code: z.literal("protocol"),
    protocol: z.enum(PROTOCOLS),
    at: z.nullable(z.string()),
    days: z.nullable(z.number()),
  }),
  z.object({ code: z.literal("step"), step: z.enum(STEPS) }),
  z.object({ code: z.literal("follow-up"), why: z.enum(FOLLOW_UPS) }),
  z.object({ code: z.enum(["complaint", "goal"]), goal: z.string(), part: z.boolean(), must: z.boolean() }),
  z.object({ code: z.literal("another-way"), skill: z.string() }),
  z.object({ code: z.literal("proof"), goal: z.string() }),
]) satisfies z.core.$ZodType<Because>;
const ids = z._default(z.array(z.string()), []);
export const ScheduledFields = z.object({
  day: z.int(),
  purpose: z.enum(PURPOSES),
  // Plans laid before places were planned have none.
  place: z._default(z.enum(SKILL_PLACES), "anywhere"),
  change: z._default(z.boolean(), false),
  items: z.array(z.object({ skill: z.string(), isNew: z.boolean(), pinned: z.boolean(), when: z.array(Condition) })),
  // Nor had plans laid before sessions were composed anything around their main.
  kind: z._default(z.enum(SESSION_KINDS), "ground"),
  because: z._default(BecauseFields, { code: "ladder" }),
  warmUp: ids,
  handling: ids,
  finish: ids,
  leaveAlone: ids,
  smaller: ids,
}) satisfies z.core.$ZodType<ScheduledSession>;

const day = z.int();
export const MovedFields = z.union([
  z.object({ code: z.literal("first-time"), skill: z.string(), before: day, after: day }),
  z.object({ code: z.literal("added"), skill: z.string(), after: day }),
  z.object({ code: z.literal("dropped"), skill: z.string(), before: day }),
  z.object({ code: z.literal("days"), before: day, after: day }),
]) satisfies z.core.$ZodType<Moved>;

/** Why a plan was laid anew. */
export const PLAN_CAUSES = [
  "session",
  "evaluation",
  "goals",
  "pins",
  "term",
  "hold",
  "check",
  "method",
  "ladder",
  "day",
] as const;
export type PlanCause = (typeof PLAN_CAUSES)[number];

export const KeptGoal = z.object({
  skill: z.string(),
  target: z.int(),
  side: z.nullable(z.enum(SIDES)),
  /** As it was told, and as the plays had it. */
  chance: z.number(),
  played: z.number(),
  held: z.number(),
  /** Days of the stay; null: after the end. */
  p10: z.nullable(z.int()),
  p50: z.nullable(z.int()),
  p90: z.nullable(z.int()),
  met: z.boolean(),
  holds: z.boolean(),
  must: z.boolean(),
});
export type KeptGoal = z.output<typeof KeptGoal>;
export const KeptAlarm = z.object({
  kind: z.enum(["watch", "stall"]),
  day,
  group: z.enum(STALL_GROUPS),
  since: day,
  odds: z.number(),
  tracks: z.array(z.string()),
});
/** What a stay's scores say of how its riders lean: severity with its variance, in steps of the score. */
export const KeptRider = z.object({ rider: z.string(), mean: z.number(), variance: z.number() });
export type KeptRider = z.output<typeof KeptRider>;
