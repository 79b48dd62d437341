/** What is proposed for a need: writes with all that they need, for one tap, or the page where it is decided. The first is the usual one. */
import type { Proposal } from "#contracts/views.ts";
import { addDays, type LocalDate, mondayOf } from "#core/calendar/local-date.ts";
import { isWorkable } from "#core/calendar/term.ts";
import { MOST_GOALS } from "#core/intake/aims.ts";
import { causeOf } from "#core/intake/causes.ts";
import { REST_DAYS } from "#core/ladder/marks.ts";
import { goalOn } from "#core/plan/goal-sets.ts";
import { stayDay } from "#core/plan/planned-days.ts";
import type { Need } from "#core/watch/needs.ts";
import type { Barn } from "#db/queries/barn.ts";
import type { PlanGoalRecord, PlanRecord } from "#db/queries/plan.ts";
import type { Stay } from "#db/queries/stays.ts";
import type { WeekDayRecord } from "#db/queries/week.ts";
import { termFacts } from "../stay/facts.ts";

export interface Proposing {
  readonly stay: Stay;
  readonly barn: Barn;
  readonly today: LocalDate;
  readonly plan: PlanRecord | undefined;
  /** Of this stay. */
  readonly goals: readonly PlanGoalRecord[];
  /** Days of this week, from tomorrow, that a laid-out week decides; and the horses' days among them. */
  readonly laid: readonly LocalDate[];
  readonly weekDays: readonly WeekDayRecord[];
}

/** Where needs are met, below the horse's page. */
const PATHS: Readonly<Partial<Record<Need["code"], string>>> = {
  evaluate: "/evaluate",
  "mid-term": "/evaluate",
  exit: "/evaluate",
  report: "/report",
  "check-late": "/checks",
  hold: "/terms",
  over: "/terms",
  goal: "/plan",
  stall: "/plan",
  stuck: "/plan",
  "same-trouble": "/log",
  "step-ready": "/plan",
  "dated-goal": "/plan",
  "next-goals": "/plan",
};
function openOf(stay: Stay, need: Need): Proposal {
  if (need.code === "behind" || need.code === "time-off" || need.code === "no-day")
    return { code: "open", path: need.code === "time-off" ? "/today" : "/week" };
  const below = need.code === "sign" ? `/evaluation/${need.evaluation}` : (PATHS[need.code] ?? "");
  return { code: "open", path: `/horse/${stay.id}${below}` };
}

/** The days from tomorrow to the end of this week. */
export const restOfWeek = (today: LocalDate): readonly LocalDate[] => {
  const monday = mondayOf(today);
  return [1, 2, 3, 4, 5, 6].map((day) => addDays(monday, day)).filter((day) => day > today);
};

/** More days of a laid-out week, as many as are owed and free; nothing where no week is laid out or none is free. */
function addSessions({ stay, barn, laid, weekDays }: Proposing, lengths: number): readonly Proposal[] {
  const mine = weekDays.filter(({ stayId }) => stayId === stay.id);
  const facts = termFacts(stay, barn);
  const free = laid.filter((day) => isWorkable(facts, day) && !mine.some((one) => one.day === day)).slice(0, lengths);
  if (free.length === 0) return [];
  const seen = mine.map(({ day, pinned }) => ({ day, pinned }));
  const wanted = [
    ...mine.map(({ day, pinned, riderId }) => ({ day, pinned, rider: riderId })),
    ...free.map((day) => ({ day, pinned: true, rider: null })),
  ];
  return [
    { code: "add-sessions", days: free, input: { days: [...laid], laid: false, horses: [{ stay: stay.id, seen, wanted }] } },
  ];
}

/** Left alone for a week, as it is or with the rung below it worked first. */
function otherWays({ stay, barn, today, plan }: Proposing, skill: string): readonly Proposal[] {
  const from = stayDay(stay.firstDay, today);
  const at = { stay: stay.id, version: plan?.version ?? 0 };
  const pins = [...(plan?.pins ?? []), { kind: "forbid" as const, skill, from, to: from + REST_DAYS }];
  const below = barn.ladder.find(skill)?.after.find(barn.ladder.uses);
  const next = (plan?.laid ?? []).find((session) => session.day > from)?.day ?? from + 1;
  return [
    { code: "rest-skill", input: { ...at, pins } },
    ...(below
      ? [
          {
            code: "go-back" as const,
            skill: below,
            input: { ...at, pins: [...pins, { kind: "pin" as const, skill: below, day: next }] },
          },
        ]
      : []),
  ];
}

/** A letter about it, proposed from the record. */
const tellOwner = ({ stay }: Proposing, need: Need): Proposal => ({
  code: "tell-owner",
  path: `/horse/${stay.id}/owner?about=${need.code}${"skill" in need ? `:${need.skill}` : ""}`,
});

export function proposalsFor(need: Need, proposing: Proposing): readonly Proposal[] {
  const { stay, today, plan, goals } = proposing;
  const open = openOf(stay, need);
  switch (need.code) {
    case "sudden": {
      const input = {
        stay: stay.id,
        cause: "sudden" as const,
        who: "vet" as const,
        asked: causeOf("sudden").check,
        due: today,
        holds: "all" as const,
        skills: [],
      };
      return [{ code: "order-check", input }, tellOwner(proposing, need)];
    }
    case "stuck":
      return [...otherWays(proposing, need.skill), open];
    case "next-goals": {
      const kept = goals.map(({ stayId: _stay, ...goal }) => goal);
      const [skill] = need.skills;
      if (skill === undefined || kept.length >= MOST_GOALS || kept.some((goal) => goal.skill === skill)) return [open];
      const input = { stay: stay.id, version: plan?.version ?? 0, goals: [...kept, goalOn(skill)] };
      return [{ code: "add-goal", skill, input }, open];
    }
    case "goal": {
      const kept = goals.filter(({ skill }) => skill !== need.skill).map(({ stayId: _stay, ...goal }) => goal);
      // It was promised: whoever waits for it hears of it first.
      return [
        tellOwner(proposing, need),
        { code: "drop-goal", input: { stay: stay.id, version: plan?.version ?? 0, goals: kept } },
        open,
      ];
    }
    case "behind":
      return [...addSessions(proposing, need.lengths), open, tellOwner(proposing, need)];
    case "no-day":
      return [...addSessions(proposing, need.sessions), open];
    case "stall":
    case "hold":
      return [open, tellOwner(proposing, need)];
    default:
      return [open];
  }
}
