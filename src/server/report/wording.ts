/** Sentences are worded by the interface and fixed by the server: whoever starts the application hands the words in here. */
import type { HomeworkFields } from "#contracts/owner.ts";
import type { Style } from "#contracts/report.ts";
import type { ReportContent } from "#contracts/views.report.ts";
import type { Sex } from "#core/horse/horse.ts";
import { must } from "#core/kernel/assert.ts";
import type { Say } from "#core/report/facts.ts";

export interface RoutineLetter {
  readonly horse: string;
  readonly client: string;
  readonly sex: Sex;
}
export interface Wording {
  sayStatement(say: Say, key: string, style: Style): string;
  sayRoutine(to: RoutineLetter, homework: HomeworkFields): { subject: string; body: string };
  sayCover(content: ReportContent, number: number): { subject: string; body: string };
}
let handed: Wording | null = null;
export const useWording = (wording: Wording): void => {
  handed = wording;
};
const wording = (): Wording => must(handed, "the words of reports were handed in");
export const worded: Wording["sayStatement"] = (say, key, style) => wording().sayStatement(say, key, style);
/** The letter that tells an owner of a routine. */
export const routineLetter: Wording["sayRoutine"] = (to, homework) => wording().sayRoutine(to, homework);
/** The letter that a report goes with. */
export const coverLetter = (content: ReportContent, number: number): { subject: string; body: string } =>
  wording().sayCover(content, number);
