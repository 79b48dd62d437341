/**
 * A first reading of what an owner asks for, in his words: the skills that they name, what they leave for later, and what could not be read. A proposal for the
 * manager to confirm or change, nothing more. Phrases are the ladder's; what turns a sentence about is here.
 */
import { remember } from "../kernel/remember.ts";
import { ancestorsIn, type Ladder, tagged } from "../ladder/ladder.ts";
import type { Skill } from "../ladder/skill.ts";
import type { Tag } from "../ladder/tags.ts";

export interface ReadGoal {
  readonly skill: string;
  readonly target: 3;
  /** The part of a sentence that names it. */
  readonly words: string;
}
export interface RequestReading {
  /** In the order in which they come; one that is a step to another stays out, but what is handled is no step to what is ridden. */
  readonly goals: readonly ReadGoal[];
  /** Named, and meant for another time or not at all. */
  readonly notNow: readonly string[];
  /** Parts that name no skill and yet say something. */
  readonly notRead: readonly string[];
}

/** A phrase of a skill: small letters; `*` ends a word anyhow, `…` is anything within the sentence. */
const patternOf = (phrase: string): RegExp =>
  new RegExp(
    `\\b${phrase
      .replace(/[.+?^${}()|[\]\\]/g, "\\$&")
      .replaceAll("*", "\\w*")
      .replace(/ +… +/g, "\\b[^.;]*\\b")}\\b`,
    "g",
  );
const MOST_READ = 6;

interface Phrase {
  readonly skill: string;
  readonly pattern: RegExp;
  /** Letters that stand in whatever the pattern finds: where they are not, it need not be asked. */
  readonly letters: string;
}
const lettersOf = (phrase: string): string =>
  phrase.split(/[*…]/).reduce((longest, part) => (part.trim().length > longest.length ? part.trim() : longest), "");
/** The phrases of a ladder's skills, the longest first. */
const phrasesOf = remember((skills: readonly Skill[], _: null): readonly Phrase[] =>
  skills
    .flatMap(({ id, aims }) => aims.map((aim) => ({ skill: id, phrase: aim.toLowerCase() })))
    .sort((a, b) => b.phrase.length - a.phrase.length)
    .map(({ skill, phrase }) => ({ skill, pattern: patternOf(phrase), letters: lettersOf(phrase) })),
);

interface Named {
  readonly skill: string;
  readonly at: number;
  readonly to: number;
}
/** Where the phrases of skills stand in a text; the longest phrase takes its words from the shorter ones. */
function phrasesIn(text: string, skills: readonly Skill[]): readonly Named[] {
  const found: Named[] = [];
  let rest = text.toLowerCase();
  if (rest.trim() === "") return found;
  for (const { skill, pattern, letters } of phrasesOf(skills, null))
    if (rest.includes(letters))
      rest = rest.replace(pattern, (words, at: number) => {
        found.push({ skill, at, to: at + words.length });
        return " ".repeat(words.length);
      });
  return found.sort((a, b) => a.at - b.at);
}
/** Skills that a rider's or an owner's words name, in their order. */
export const namedIn = (text: string, skills: readonly Skill[]): readonly string[] => [
  ...new Set(phrasesIn(text, skills).map(({ skill }) => skill)),
];

const LATER =
  /\b(next (?:spring|summer|fall|autumn|winter|year|season|jan\w*|feb\w*|march|april|may|june?|july?|aug\w*|sep\w*|oct\w*|nov\w*|dec\w*)|in (?:two|three|four|2|3|4|a few) years|(?:a|one) year from now|later on|some ?day|eventually|when (?:she|he|it) is (?:older|grown|two|three|four)|not this (?:year|term|season)|the year after)\b/;
/** What follows is not wanted. What a horse lacks, or will not do, is: 'no brakes', 'will not load'. */
const NOT_WANTED =
  /\b(no(?! (?:brakes?|steering|manners|stop|whoa|feel|respect|mouth|patience))|without|not yet|not to be|don'?t want|do not want|no need|need not|needn'?t|does ?n(?:o|')t (?:need|have) to|rather not|too (?:young|small|old|green) (?:for|to))\b/;
/** Keeps a horse off its rider's back for the whole stay. */
const ON_THE_GROUND =
  /\b(ground ?work only|only ground ?work|ground only|manners only|no riding|not (?:to be )?ridden|(?:stay|stays|kept|keep (?:him|her|it)) on the ground)\b/;
const RIDES =
  /\b(rid(?:e|es|ing|den|er|eable)|saddle\w*|mount\w*|sat on|sit on|trails?|hack\w*|jump\w*|start(?:ed)?|broke|canter\w*|lope\w*|rein|bit|lead change\w*)\b/;

/** What is asked of a rider, as it is asked from the ground; anything else ridden has no place there. */
const FROM_THE_GROUND: readonly (readonly [Tag, Tag])[] = [
  ["stop", "stand"],
  ["steer", "lead"],
  ["trot", "voice-trot"],
  ["canter", "voice-canter"],
];

interface Clause {
  readonly from: number;
  readonly to: number;
  readonly words: string;
}
/** Parts of sentences, with where they stand. */
function clausesOf(text: string, between: RegExp): readonly Clause[] {
  const clauses: Clause[] = [];
  let from = 0;
  for (const cut of [...text.matchAll(between), { index: text.length, 0: "" }]) {
    const to = cut.index ?? text.length;
    const words = text.slice(from, to);
    if (words.trim() !== "") clauses.push({ from, to, words });
    from = to + cut[0].length;
  }
  return clauses;
}
const SMALL = /[.;!?,\n:]+|\b(?:and|but|then|so that|while|until)\b/g;
const LARGE = /[.;!?,\n:]+/g;
const FILLER = new Set(
  "a an the he she it him her his its they them i we my our me us you is are was be been to of in on at for with by and or but so that this as if when want wants wanted would like need needs should must can could please just very really again more much some good nice well all any than from up out get gets go goes going horse mare gelding colt filly pony he's she's it's do does have has had will wont won't time term end home back once time days weeks".split(
    " ",
  ),
);
const contentOf = (words: string): readonly string[] =>
  (words.toLowerCase().match(/[a-z']+/g) ?? []).filter((one) => !FILLER.has(one));

export interface RequestContext {
  /** Nothing is put on its back during this stay, or the horse is too far from it. */
  readonly ground: boolean;
}
/** True where the words themselves, or a horse that is barely handled and for which nobody speaks of riding, stay on the ground. */
export const asksForGround = (words: string, unhandled: boolean): boolean =>
  ON_THE_GROUND.test(words.toLowerCase()) || (unhandled && !RIDES.test(words.toLowerCase()));

export function readRequest(words: string, { skills, of }: Ladder, context: RequestContext = { ground: false }): RequestReading {
  const text = words.toLowerCase();
  const ground = context.ground || ON_THE_GROUND.test(text);
  const small = clausesOf(text, SMALL);
  const clauseAt = (at: number): number => small.findIndex(({ from, to }) => from <= at && at < to);
  const all = phrasesIn(text, skills);
  const isLater = small.map((clause, i) => {
    if (LATER.test(clause.words)) return true;
    // '…, next June' belongs to what stands before it.
    const next = small[i + 1];
    return next !== undefined && LATER.test(next.words) && !all.some(({ at }) => clauseAt(at) === i + 1);
  });
  const wanted: { skill: string; words: string; at: number }[] = [];
  const notNow: string[] = [];
  for (const { skill, at } of all) {
    const i = clauseAt(at);
    const clause = small[i];
    const said = clause?.words.trim() ?? "";
    const not = clause ? NOT_WANTED.exec(clause.words) : null;
    const refused = not !== null && clause !== undefined && clause.from + not.index < at;
    if (isLater[i] || refused) {
      notNow.push(said);
      continue;
    }
    const named = of(skill);
    if (!ground || named.bears === "nothing") wanted.push({ skill, words: said, at });
    else {
      const to = FROM_THE_GROUND.find(([tag]) => named.tags.includes(tag))?.[1];
      const instead = to === undefined ? [] : tagged(skills, to);
      if (instead[0]) wanted.push({ skill: instead[0].id, words: said, at });
      else notNow.push(said);
    }
  }
  const isHandling = (skill: string): boolean => of(skill).nature === "handling";
  const isStep = (skill: string): boolean =>
    wanted.some((other) => ancestorsIn(skills, other.skill).includes(skill) && (!isHandling(skill) || isHandling(other.skill)));
  const goals = wanted
    .filter(({ skill }, i) => !isStep(skill) && wanted.findIndex((one) => one.skill === skill) === i)
    .slice(0, MOST_READ)
    .map(({ skill, words: by }): ReadGoal => ({ skill, target: 3, words: by }));
  const notRead = clausesOf(words, LARGE)
    .filter(({ from, to, words: part }) => {
      const lower = part.toLowerCase();
      return (
        !all.some(({ at, to: end }) => at < to && end > from) &&
        !LATER.test(lower) &&
        !ON_THE_GROUND.test(lower) &&
        contentOf(part).length >= 2
      );
    })
    .map(({ words: part }) => part.trim());
  return { goals, notNow: [...new Set(notNow)], notRead };
}

/** What a horse does, which says nothing of where: a buck at the girth is about the girth. */
const BEHAVES = /^(?:buck|bolt|run|take|rush|speed|jig|spook|shies|shy|rear|nip|bit|balk|nap|barg|crowd|plant)/;
/** Where no skill is named: what is done at the moment at which it comes. */
const AT_MOMENT: Readonly<Record<string, Tag>> = {
  leading: "lead",
  tied: "tie",
  tacking: "girth",
  mounting: "block",
  trot: "trot",
  canter: "canter",
};
export interface ComplaintAsked {
  /** The owner's; empty: none. */
  readonly words: string;
  /** Moments at which it comes, as the manager ticked them. */
  readonly during: readonly string[];
}
/**
 * The skills that an owner's complaint is about. Nothing that it names is taken for a step to something else, and nothing is refused: 'will not be tied'
 * is about being tied. How the horse behaves counts only where nothing else is named.
 */
export function skillsComplainedOf({ words, during }: ComplaintAsked, { skills }: Pick<Ladder, "skills">): readonly string[] {
  const text = words.toLowerCase();
  const found = phrasesIn(text, skills);
  const placed = found.filter(({ at, to }) => !BEHAVES.test(text.slice(at, to)));
  const named = [...new Set((placed.length > 0 ? placed : found).map(({ skill }) => skill))];
  if (placed.length > 0 || text.trim() === "") return named;
  const moment = during.flatMap((one) => (AT_MOMENT[one] ? tagged(skills, AT_MOMENT[one]) : []));
  return moment.length > 0 ? moment.map(({ id }) => id) : named;
}

export interface OwnerAsked {
  readonly aim: string;
  readonly complaint: string;
  /** Nothing is put on its back, whatever is asked. */
  readonly grounded: boolean;
  readonly unhandled: boolean;
}
/** What the owner asks for, and beside it what the complaint is about: a goal of its own, whatever else it is a step to. */
export function readOwner({ aim, complaint, grounded, unhandled }: OwnerAsked, ladder: Ladder): RequestReading {
  const ground = grounded || asksForGround(`${aim}. ${complaint}`, unhandled);
  const { goals, notNow, notRead } = readRequest(aim, ladder, { ground });
  const words = complaint.trim();
  const about = skillsComplainedOf({ words, during: [] }, ladder)
    .filter((skill) => !(ground && ladder.of(skill).bears !== "nothing"))
    .map((skill): ReadGoal => ({ skill, target: 3, words }));
  const isRead = about.length > 0 || contentOf(words).length < 2;
  return {
    goals: [...goals, ...about.filter(({ skill }) => !goals.some((goal) => goal.skill === skill))].slice(0, MOST_READ),
    notNow,
    notRead: isRead ? notRead : [...notRead, words],
  };
}
