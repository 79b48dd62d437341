/** The owner's routine while the horse is here, in plain words. */
import type { HomeworkFields } from "#contracts/owner.ts";
import { CHECK_STEPS } from "#core/home/homework.ts";
import type { Sex } from "#core/horse/horse.ts";
import { outer, plural } from "./figures.ts";
import { ASKING, DONT, sayHomeItem } from "./home.ts";
import type { Pronouns } from "./owner-skills.ts";
import { pronounsOf } from "./report.ts";

/** 'Leading (left first). Say the same word each time.' */
export const sayStep = ({ skill, first, words }: HomeworkFields["steps"][number], who: Pronouns): string =>
  `${outer(sayHomeItem({ skill, first }, who))}.${words === "" ? "" : ` ${words}`}`;
export const routineTitle = (horse: string, { daysAWeek }: Pick<HomeworkFields, "daysAWeek">): string =>
  `Your routine with ${horse}, ${plural(daysAWeek, "day")} a week`;
/** What holds for every routine. */
export const ROUTINE_RULES: readonly string[] = [
  ASKING,
  `After two days off or more do only steps 1 to ${CHECK_STEPS}, and ask for less than last time.`,
  DONT.alone,
  DONT.pain,
  "Do not add anything that is not on the list. If a step does not go, leave it and tell us.",
];
export function sayRoutine(
  { horse, client, sex }: { readonly horse: string; readonly client: string; readonly sex: Sex },
  homework: HomeworkFields,
): { subject: string; body: string } {
  const who = pronounsOf({ horse, sex });
  const steps = homework.steps.map((step, i) => `${i + 1}. ${sayStep(step, who)}`).join("\n");
  const body = [
    `Dear ${client},`,
    `this is ${who.his} routine for your visits, ${plural(homework.daysAWeek, "day")} a week. It takes about twenty minutes. Do the steps in this order.`,
    steps,
    ...(homework.words === "" ? [] : [homework.words]),
    ROUTINE_RULES.join("\n"),
    "On your page you can tick what you did. We look at it before the next session.",
  ];
  return { subject: `${horse}: your routine`, body: body.join("\n\n") };
}
