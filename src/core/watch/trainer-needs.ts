/** What the trainer's reading of a horse asks of the manager: trouble, a step that is ready, what stands still, promises and days that are tight, new goals. */
import { daysBetween, type LocalDate } from "../calendar/local-date.ts";
import { LIKELY_FROM, POSSIBLE_FROM } from "../forecast/chance.ts";
import type { StepBack } from "../permission/protocol.ts";
import type { Step } from "../permission/steps.ts";
import type { Need } from "./needs.ts";

export interface ForecastGoal {
  readonly skill: string;
  /** 0-1. */
  readonly chance: number;
  readonly met: boolean;
  readonly must: boolean;
  readonly by: LocalDate | null;
}
export interface TrainerNeedsAsked {
  readonly today: LocalDate;
  readonly firstDay: LocalDate;
  /** Days of the term. */
  readonly length: number;
  readonly stepBack: StepBack | null;
  /** A big step whose list is full and that somebody may take; null: none. */
  readonly ready: { readonly step: Step; readonly skill: string } | null;
  readonly stuck: readonly string[];
  readonly goals: readonly ForecastGoal[];
  /** What may come next once all goals are met, most fitting first. */
  readonly next: readonly string[];
  /** The next step to a wish that no open goal leads to any more; null: none. */
  readonly towards: { readonly wish: string; readonly skill: string } | null;
}

const NEXT_TOLD = 4;
/** Below it nobody needs half of the term to see that a promise will not be kept. */
const HARDLY = 0.1;

export function trainerNeeds(asked: TrainerNeedsAsked): readonly Need[] {
  const { today, firstDay, length, stepBack, ready, stuck, goals, next, towards } = asked;
  const needs: Need[] = [];
  if (stepBack?.code === "same-trouble" && stepBack.trouble && stepBack.at)
    needs.push({ code: "same-trouble", at: stepBack.at, day: stepBack.trouble.day, quiet: stepBack.quiet, of: stepBack.of });
  if (ready) needs.push({ code: "step-ready", ...ready });
  const open = goals.filter(({ met }) => !met);
  // A dated goal that is less than likely is tight: it is said the same day.
  const dated = open.filter(({ by, chance }) => by !== null && by >= today && chance < LIKELY_FROM);
  for (const { skill, chance, by } of dated) needs.push({ code: "dated-goal", skill, chance, by: by as LocalDate });
  // A promise that will not be kept, once half of the term has shown it; the owner of one that is as good as lost is told at once.
  const least = daysBetween(firstDay, today) >= length / 2 ? POSSIBLE_FROM : HARDLY;
  const risked = open
    .filter((goal) => goal.must && goal.chance < least && !dated.includes(goal))
    .sort((a, b) => a.chance - b.chance);
  const [worst] = risked;
  // One is told, the weakest, with how many more there are.
  if (worst) needs.push({ code: "goal", skill: worst.skill, chance: worst.chance, others: risked.length - 1 });
  // One standstill is told, the first of them; the others stand on the horse's page.
  const [still] = stuck;
  if (still !== undefined) needs.push({ code: "stuck", skill: still });
  if (towards || (goals.length > 0 && open.length === 0)) {
    const { wish = null, skill } = towards ?? {};
    const others = open.length > 0 ? [] : next.filter((one) => one !== skill);
    needs.push({ code: "next-goals", skills: [...(skill ? [skill] : []), ...others].slice(0, NEXT_TOLD), wish });
  }
  return needs;
}
