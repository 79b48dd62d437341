/** Big steps in words: what is missing, and when and with whom one is proposed. */
import type { StepView } from "#contracts/views.plan.ts";
import type { WeekCellView } from "#contracts/views.week.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import type { MissingForStep, restOf } from "#core/permission/steps.ts";
import type { StepMissing } from "#core/plan/next-step-notice.ts";
import { STEP_WORDS } from "./because.ts";
import { listed, outer } from "./figures.ts";
import { RED } from "./labels.ts";
import { sayMissing } from "./reasons.ts";

/** What a step asks for beside levels. */
export const STEP_NEED: Readonly<Record<ReturnType<typeof restOf>[number], string>> = {
  "quiet-tack": "no trouble in the last two sessions with the tack, on different days",
  "quiet-rides": "no trouble in the last two rides, on different days",
  "ground-sessions": "the method's sessions on the ground",
  "tacked-here": "one quiet session here with the tack",
};

export const sayStep = ({ step, state }: Pick<StepView, "step" | "state">): string =>
  `${outer(STEP_WORDS[step])}: ${{ ready: "ready", nearly: "nearly ready", far: "not yet" }[state]}`;

/** What has to be over, or there, before a step that something else bars. */
const BARRED_UNTIL: Readonly<Record<Extract<StepMissing, { code: "barred" }>["by"], string>> = {
  hold: "the end of the hold",
  check: "the answer to a check (or its release)",
  "signed-off": "an evaluation that allows riding",
  "step-back": "the quiet sessions that are asked for first",
  "not-signed": "a signed evaluation",
  age: "an older horse",
  load: "its weight, taken anew",
};
function sayNotOnItsList(missing: Exclude<StepMissing, MissingForStep>): string {
  switch (missing.code) {
    case "red-sign":
      return `a day without “${RED[missing.sign].toLowerCase()}”`;
    case "barred":
      return BARRED_UNTIL[missing.by];
    case "nobody-light-enough":
      return "somebody who is light enough";
    case "nobody-may":
      return "somebody of the grade who may work this horse";
  }
}
const isOnItsList = (one: StepMissing): one is MissingForStep =>
  !(one.code === "red-sign" || one.code === "barred" || one.code === "nobody-light-enough" || one.code === "nobody-may");
export const sayStepMissing = (missing: readonly StepMissing[]): string =>
  listed([
    ...sayMissing(missing.filter(isOnItsList)),
    ...missing.flatMap((one) => (isOnItsList(one) ? [] : [sayNotOnItsList(one)])),
  ]);

export const sayWeekStep = ({ step, rider, helper }: NonNullable<WeekCellView["step"]>): string =>
  `${STEP_WORDS[step]}, with ${rider}${helper ? `, ${helper} standing by` : ""}`;

export function sayStepLaid({ day, rider, helper, place }: NonNullable<StepView["proposed"]>, laid: boolean): string {
  const who = helper ? `${rider.name}, with ${helper.name} standing by` : rider.name;
  return `${laid ? "On the sheet" : "Proposed"} for ${sayDate(day)}: ${who}, ${place.name}.`;
}
