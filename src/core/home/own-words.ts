/** The programme for home with the manager's own words over it. */
import type { LocalDate } from "../calendar/local-date.ts";
import type { Passage } from "../report/assemble.ts";
import type { HomeFacts } from "./facts.ts";
import { type HomePlan, homeProgramme } from "./programme.ts";
import type { Return } from "./way-back.ts";

export interface OwnHomeWords {
  readonly prose: readonly Passage[];
  /** How a skill is asked, `how:` and its id, or what not to do, `dont:` and its code, put another way. */
  readonly edits: readonly { readonly key: string; readonly text: string }[];
  /** What is left out, by the same keys. A skill that is left out is asked nowhere at home. */
  readonly left: readonly string[];
  /** Of a day's work; null: as the horse and the owner have it. */
  readonly minutes: number | null;
  /** Null: as proposed; without a day: it does not come back. */
  readonly back: { readonly on: LocalDate | null; readonly words: string } | null;
}
export const NO_HOME_WORDS: OwnHomeWords = { prose: [], edits: [], left: [], minutes: null, back: null };

export interface HomeRecord extends Omit<HomeFacts, "without" | "minutes" | "back"> {
  /** When it is of age to be started, where that is what it waits for. */
  readonly proposedBack: Return | null;
}
export interface ShownHome extends HomePlan {
  readonly prose: readonly Passage[];
  /** What not to do, put another way, by its code. */
  readonly said: Readonly<Record<string, string>>;
}

const HOW = "how:";
const DONT = "dont:";
export const howKey = (skill: string): string => HOW + skill;
export const dontKey = (dont: string): string => DONT + dont;
const after = (start: string, keys: readonly string[]): readonly string[] =>
  keys.flatMap((key) => (key.startsWith(start) ? [key.slice(start.length)] : []));

/** Null where there is nothing to keep and nothing to work on. */
export function composeHome({ proposedBack, ...record }: HomeRecord, words: OwnHomeWords): ShownHome | null {
  const { on = null, words: why = "" } = words.back ?? proposedBack ?? {};
  const plan = homeProgramme({
    ...record,
    without: after(HOW, words.left),
    minutes: words.minutes,
    back: on === null ? null : { on, words: why },
  });
  if (!plan) return null;
  const put = new Map(words.edits.map(({ key, text }) => [key, text]));
  const dropped = after(DONT, words.left);
  return {
    ...plan,
    prose: words.prose,
    how: plan.how.map((one) => ({ ...one, words: put.get(howKey(one.skill)) ?? one.words })),
    donts: plan.donts.filter((dont) => !dropped.includes(dont)),
    said: Object.fromEntries(
      plan.donts.flatMap((dont) => (put.has(dontKey(dont)) ? [[dont, put.get(dontKey(dont)) ?? ""]] : [])),
    ),
  };
}

/** A programme that was approved before days were told apart: it had lists of things and nothing else. */
export interface EarlierHome extends Pick<HomePlan, "from" | "daysAWeek" | "routine" | "fades"> {
  readonly weeks: readonly (readonly { readonly day: LocalDate; readonly items: HomePlan["weeks"][number][number]["items"] }[])[];
  readonly donts: HomePlan["donts"];
  readonly how?: HomePlan["how"];
}
export const isEarlierHome = (home: ShownHome | EarlierHome): home is EarlierHome => !("lessons" in home);
export const homeOfEarlier = (home: EarlierHome): ShownHome => ({
  ...home,
  ridden: home.routine.length > 0,
  how: home.how ?? [],
  weeks: home.weeks.map((days) =>
    days.map(({ day, items }) => ({ day, items, kind: null, minutes: null, afterRest: false, main: null })),
  ),
  lessons: [],
  leave: [],
  gear: [],
  later: [],
  back: null,
  prose: [],
  said: {},
});
