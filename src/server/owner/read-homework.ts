/** The owner's routine as pages show it. */
import type { HomeworkDoneView, HomeworkView } from "#contracts/views.owner.ts";
import type { Homework, HomeworkDone } from "#db/queries/homework.ts";

export const homeworkView = ({ id, madeOn, by, daysAWeek, steps, words }: Homework): HomeworkView | null =>
  steps.length > 0 ? { id, madeOn, by, content: { daysAWeek, steps, words } } : null;
export const doneView = ({ day, done, steps, words, seenAt }: HomeworkDone): HomeworkDoneView => ({
  day,
  done: done.length,
  of: steps,
  words,
  seen: seenAt !== null,
});
