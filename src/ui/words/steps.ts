/** Big steps in words: what is missing, and when and with whom one is proposed. */
import type { StepView } from "#contracts/views.plan.ts";
import type { WeekCellView } from "#contracts/views.week.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import type { restOf } from "#core/permission/steps.ts";
import type { StepMissing } from "#core/plan/next-step-notice.ts";
import { STEP_WORDS } from "./because.ts";
import { listed, outer } from "./figures.ts";
import { RED } from "./labels.ts";
import { sayMissing } from "./reasons.ts";

/** What a step asks for beside levels. */
export const STEP_NEED: Readonly<Record<ReturnType<typeof restOf>[number], string>> = {
  quiet: "no trouble in the last two such sessions, on different days",
  "ground-sessions": "the method's sessions on the ground",
  "tacked-here": "one quiet session here with the tack",
};

export const sayStep = ({ step, state }: Pick<StepView, "step" | "state">): string =>
  `${outer(STEP_WORDS[step])}: ${{ ready: "ready", nearly: "nearly ready", far: "not yet" }[state]}`;

export function sayStepMissing(missing: readonly StepMissing[]): string {
  const list = missing.filter((one) => one.code !== "red-sign" && one.code !== "nobody-light-enough");
  return listed([
    ...sayMissing(list),
    ...missing.flatMap((one) =>
      one.code === "red-sign"
        ? [`a day without “${RED[one.sign].toLowerCase()}”`]
        : one.code === "nobody-light-enough"
          ? ["somebody who is light enough"]
          : [],
    ),
  ]);
}

export const sayWeekStep = ({ step, rider, helper }: NonNullable<WeekCellView["step"]>): string =>
  `${STEP_WORDS[step]}, with ${rider}${helper ? `, ${helper} standing by` : ""}`;

export function sayStepLaid({ day, rider, helper, place }: NonNullable<StepView["proposed"]>, laid: boolean): string {
  const who = helper ? `${rider.name}, with ${helper.name} standing by` : rider.name;
  return `${laid ? "On the sheet" : "Proposed"} for ${sayDate(day)}: ${who}, ${place.name}.`;
}
