/** A session as the manager wrote it by hand, in place of the one that was composed. */
import { addDays, type LocalDate, mondayOf } from "../calendar/local-date.ts";
import type { Skill } from "../ladder/skill.ts";
import type { Parts, WorkRole } from "./session.ts";

export interface WrittenItem {
  readonly skill: string;
  readonly role: WorkRole;
}
export interface WrittenWork {
  readonly kind: "written";
  /** As the forecast counts days. */
  readonly day: number;
  /** In the order in which they are worked, within each part. */
  readonly items: readonly WrittenItem[];
  /** Why, in the manager's words; empty: the plan's own reason does not stand any more, and none was given. */
  readonly words: string;
  /** Against the card that was composed, when it was written. */
  readonly added: readonly string[];
  readonly dropped: readonly string[];
}
/** What a week is about, in the manager's words: it stands over the week and on its cards. */
export interface WeekWords {
  readonly kind: "week";
  /** Any day of the week, as the forecast counts days. */
  readonly from: number;
  readonly words: string;
}

/** Skills of one part, as written; what this ladder does not work any more is left out. */
export const writtenIn = (written: WrittenWork, role: WorkRole, ladder: readonly Skill[]): readonly Skill[] =>
  written.items.flatMap((item) => (item.role === role ? ladder.filter(({ id }) => id === item.skill) : []));

/** Around the main as written, as far as it may be asked. What to leave alone and the smaller version stay as they were composed. */
export function partsWritten(
  written: WrittenWork,
  composed: Parts,
  ladder: readonly Skill[],
  may: (skill: Skill) => boolean,
): Parts {
  const of = (role: WorkRole): readonly string[] =>
    writtenIn(written, role, ladder)
      .filter(may)
      .map(({ id }) => id);
  const asked = new Set(written.items.map(({ skill }) => skill));
  return {
    ...composed,
    warmUp: of("warm-up"),
    handling: of("handling"),
    finish: of("finish"),
    leaveAlone: composed.leaveAlone.filter((id) => !asked.has(id)),
  };
}
/** What the manager's hand did to a card: by skill, wherever it stands. */
export function changedBy(before: readonly WrittenItem[], after: readonly WrittenItem[]): Pick<WrittenWork, "added" | "dropped"> {
  const [was, is] = [before, after].map((items) => [...new Set(items.map(({ skill }) => skill))]) as [string[], string[]];
  return { added: is.filter((skill) => !was.includes(skill)), dropped: was.filter((skill) => !is.includes(skill)) };
}

type Pinned = WrittenWork | WeekWords | { readonly kind: "pin" | "forbid"; readonly skill: string };
/** Every skill that the manager's hand named. */
export const skillsOfPins = (pins: readonly Pinned[]): readonly string[] =>
  pins.flatMap((pin) => (pin.kind === "written" ? pin.items.map(({ skill }) => skill) : pin.kind === "week" ? [] : [pin.skill]));
/** What the week of a day is about, in the manager's words; empty: nobody has said. */
export const weekWordsOn = (pins: readonly Pinned[], firstDay: LocalDate, day: LocalDate): string =>
  pins.find((pin): pin is WeekWords => pin.kind === "week" && mondayOf(addDays(firstDay, pin.from)) === mondayOf(day))?.words ??
  "";
