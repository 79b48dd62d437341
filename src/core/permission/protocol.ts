/**
 * Coming back, and trouble: what a horse is worked at the most after days off or after the same trouble twice, and when that is over. One reading for
 * plan, card, sheet and gate. Figures are the barn's judgement.
 */
import { daysBetween, type LocalDate } from "../calendar/local-date.ts";
import { isLongOff } from "../calendar/time-off.ts";
import type { During, IncidentKind } from "../card/card.ts";
import { RESTART_FROM } from "../horse/measuring.ts";
import { hasTag, tagged } from "../ladder/ladder.ts";
import type { Nature, Skill } from "../ladder/skill.ts";
import type { Tag } from "../ladder/tags.ts";
import type { HorseReading } from "../reading/reading.ts";
import { redSeen } from "./ground-check.ts";
import { STEP_TAGS } from "./steps.ts";
import { hadTack, isQuiet, isTrouble, LOUD_INCIDENTS, type PastIncident, type PastSession } from "./trouble.ts";

export const PROTOCOLS = ["days-off", "restart", "same-trouble"] as const;
export type ProtocolCode = (typeof PROTOCOLS)[number];

export interface StepBack {
  readonly code: ProtocolCode;
  /** The skill at which trouble came; null: time off. */
  readonly at: string | null;
  /** What came twice: an incident, a red sign, a moment; null: time off. */
  readonly trouble: { readonly what: "incident" | "sign" | "moment"; readonly of: string; readonly day: LocalDate } | null;
  /** Days without work; null: it is not that. */
  readonly days: number | null;
  /** Sessions that were quiet since, of those that it asks for. */
  readonly quiet: number;
  readonly of: number;
  /** Nothing is put on its back meanwhile. */
  readonly bearing: boolean;
  /** Skills that wait meanwhile. */
  readonly skills: readonly string[];
  /** Somebody stands by, whatever is done. */
  readonly second: boolean;
  /** What is worked in its stead, first things first; empty: what the horse does well on the way to its goals. */
  readonly work: readonly string[];
}

export interface ProtocolFacts {
  readonly ladder: readonly Skill[];
  readonly reading: HorseReading;
  /** Oldest first; those of the day asked about are not among them. */
  readonly sessions: readonly PastSession[];
  readonly today: LocalDate;
}

const TWO_FROM = 14;
const GOOD = 3;
const distinctDays = (sessions: readonly PastSession[]): number => new Set(sessions.map(({ day }) => day)).size;
const lowOf = ({ scores }: PastSession, id: string): number | null => scores.find(({ skill }) => skill === id)?.low ?? null;
const noTrouble = (session: PastSession): boolean => isQuiet(session) && !session.incidents.some(isTrouble);

/** What a restart asks for again, each quiet twice. */
const RESTART: readonly Tag[] = ["girth", "loose-tack", "block"];
/** Of a horse that knows none of it there is nothing to ask again. */
const askedAgain = ({ ladder, reading }: ProtocolFacts): readonly Skill[] =>
  RESTART.flatMap((tag) => tagged(ladder, tag)).filter((skill) => reading.basisOf(skill) !== "none");

/** Big steps and ridden work that the horse has not shown: new things wait until it is back. */
const newThings = ({ ladder, reading }: ProtocolFacts): readonly string[] =>
  ladder
    .filter((skill) => (skill.bears !== "nothing" || hasTag(skill, ...STEP_TAGS)) && !reading.isShown(skill))
    .map(({ id }) => id);

function afterDaysOff(facts: ProtocolFacts): readonly StepBack[] {
  const { sessions, today } = facts;
  return sessions.flatMap((session, i): readonly StepBack[] => {
    const next = sessions[i + 1]?.day ?? today;
    const days = daysBetween(session.day, next);
    if (!isLongOff(days)) return [];
    const quietSince = sessions.slice(i + 1).filter(noTrouble);
    const restarts = days >= RESTART_FROM ? askedAgain(facts) : [];
    // Wearing the girth while it moves loose counts for the girth.
    const counted = (skill: Skill): number =>
      distinctDays(
        quietSince.filter(
          (one) =>
            (lowOf(one, skill.id) ?? 0) >= GOOD ||
            (hasTag(skill, "girth") && tagged(facts.ladder, "loose-tack").some(({ id }) => (lowOf(one, id) ?? 0) >= GOOD)),
        ),
      );
    const of = days < TWO_FROM ? 1 : 2;
    const quiet = Math.min(of, ...(restarts.length > 0 ? restarts.map(counted) : [distinctDays(quietSince)]));
    if (quiet >= of) return [];
    return [
      {
        code: days >= RESTART_FROM ? "restart" : "days-off",
        at: null,
        trouble: null,
        days,
        quiet,
        of,
        bearing: days >= RESTART_FROM || (days >= TWO_FROM && quiet === 0),
        skills: newThings(facts),
        second: false,
        work: restarts
          .filter((skill) => counted(skill) < of)
          .sort((a, b) => counted(a) - counted(b))
          .map(({ id }) => id),
      },
    ];
  });
}

/** Within so many sessions the same thing twice is no chance. */
const WITHIN = 10;
const AT_ONCE: readonly IncidentKind[] = ["fall", "bolt"];
/** While it is led, tied or handled these keep everybody off its back; a bite or a kick at the feet does not. */
const OFF_ITS_BACK: readonly string[] = ["bolt", "rear", "fall"];
const HANDLED: readonly Nature[] = ["handling"];

interface Event {
  readonly what: "incident" | "sign" | "moment";
  readonly of: string;
  readonly atOnce: boolean;
  readonly at: string | null;
}

const DURING_TAGS: Readonly<Partial<Record<During, { readonly ridden: readonly Tag[]; readonly ground: readonly Tag[] }>>> = {
  leading: { ridden: ["lead"], ground: ["lead"] },
  tied: { ridden: ["tie"], ground: ["tie"] },
  tacking: { ridden: ["girth"], ground: ["girth"] },
  mounting: { ridden: ["stirrup-weight"], ground: ["stirrup-weight"] },
  walk: { ridden: ["forward"], ground: ["lead"] },
  trot: { ridden: ["trot"], ground: ["voice-trot"] },
  canter: { ridden: ["canter"], ground: ["voice-canter"] },
  "getting-off": { ridden: ["sit"], ground: ["stirrup-weight"] },
};
const ON_FOOT: readonly Nature[] = ["handling", "yields", "send"];

/** The skill at which it came: the one that is named, else by the moment, else what went worst that day. */
function placeOf(
  ladder: readonly Skill[],
  session: PastSession,
  incident: PastIncident | null,
  named: string | null,
): string | null {
  const known = (id: string | null | undefined): string | null => (ladder.some((skill) => skill.id === id) ? (id ?? null) : null);
  const told = known(named) ?? incident?.ledBy.map(known).find((id) => id !== null) ?? null;
  if (told) return told;
  const worked = session.scores.flatMap(({ skill: id, low }) => {
    const skill = ladder.find((one) => one.id === id);
    return skill ? [{ skill, low }] : [];
  });
  const worst = (fits: (skill: Skill) => boolean): string | null =>
    worked.filter(({ skill }) => fits(skill)).sort((a, b) => a.low - b.low)[0]?.skill.id ?? null;
  const during = incident?.during ?? "unknown";
  if (during === "tacking" && !incident?.ledBy.includes("girth")) {
    const tacked = worst((skill) => skill.nature === "accepting" && hasTag(skill, "tacked"));
    if (tacked) return tacked;
  }
  if (during === "mounting") {
    const mounting = worst((skill) => skill.nature === "mounting");
    if (mounting) return mounting;
  }
  if (during === "ground")
    return worst((skill) => skill.bears === "nothing" && ON_FOOT.includes(skill.nature)) ?? tagId(ladder, ["lead"]);
  const by = DURING_TAGS[during];
  if (by) return tagId(ladder, session.saddleMinutes > 0 ? by.ridden : by.ground);
  if (session.saddleMinutes > 0) return worst((skill) => skill.bears === "rider") ?? tagId(ladder, ["sit"]);
  return hadTack(ladder)(session) && incident === null
    ? tagId(ladder, ["girth"])
    : (worst(() => true) ?? tagId(ladder, ["lead"]));
}
const tagId = (ladder: readonly Skill[], tags: readonly Tag[]): string | null =>
  tags.flatMap((tag) => tagged(ladder, tag))[0]?.id ?? null;

function eventsOf(ladder: readonly Skill[], session: PastSession): readonly Event[] {
  const bad = session.incidents.filter((incident) => isTrouble(incident) || AT_ONCE.includes(incident.kind));
  return [
    ...bad.flatMap((incident): readonly Event[] => {
      const sign = session.signs.find((one) => one.skill !== null)?.skill ?? null;
      const at = placeOf(ladder, session, incident, incident.during === "unknown" ? sign : null);
      const event = { atOnce: AT_ONCE.includes(incident.kind), at };
      return [
        { ...event, what: "incident", of: incident.kind },
        ...(incident.during === "unknown" ? [] : [{ ...event, what: "moment", of: incident.during, atOnce: false } as const]),
      ];
    }),
    ...session.signs
      .filter((one) => redSeen([], [one]).length > 0)
      .map(({ sign, skill }): Event => ({ what: "sign", of: sign, atOnce: false, at: placeOf(ladder, session, null, skill) })),
    ...session.redSigns.map(
      (sign): Event => ({ what: "sign", of: sign, atOnce: false, at: placeOf(ladder, session, null, null) }),
    ),
  ];
}

const restingOn = (ladder: readonly Skill[], id: string): readonly string[] => {
  const found = new Set([id]);
  // A ladder may list a skill before what it rests on: walked until nothing is added.
  for (let before = 0; before !== found.size; ) {
    before = found.size;
    for (const skill of ladder) if (skill.after.some((one) => found.has(one))) found.add(skill.id);
  }
  found.delete(id);
  return [...found];
};

function sameTrouble(facts: ProtocolFacts): readonly StepBack[] {
  const { ladder, sessions, reading } = facts;
  const events = sessions.map((session) => eventsOf(ladder, session));
  const found: StepBack[] = [];
  const told = new Set<string>();
  for (let last = sessions.length - 1; last >= 0; last -= 1)
    for (const event of events[last] ?? []) {
      const key = `${event.what} ${event.of}`;
      // Only the last time counts: what was quiet in between was not enough.
      if (told.has(key)) continue;
      told.add(key);
      const before = events.slice(Math.max(0, last - WITHIN + 1), last);
      const again = before.some((list) => list.some((one) => one.what === event.what && one.of === event.of));
      const skill = ladder.find(({ id }) => id === event.at);
      if (!(again || event.atOnce) || !skill) continue;
      const below = new Set([...skill.after, ...skill.contains]);
      const quietSince = sessions.slice(last + 1).filter((session) => {
        const lows = session.scores.filter(({ skill: id }) => id === skill.id || below.has(id)).map(({ low }) => low);
        return noTrouble(session) && lows.length > 0 && lows.every((low) => low >= GOOD);
      });
      const itself = quietSince.some((session) => lowOf(session, skill.id) !== null);
      const of = 2;
      const days = distinctDays(quietSince);
      if (days >= of && itself) continue;
      const handled = HANDLED.includes(skill.nature);
      const loud = event.what === "sign" || LOUD_INCIDENTS.includes(event.of as IncidentKind) || event.what === "moment";
      const above = restingOn(ladder, skill.id).filter((id) => {
        const one = ladder.find((other) => other.id === id);
        return one !== undefined && (!handled || HANDLED.includes(one.nature));
      });
      const easier = ladder
        .filter(({ id, bears }) => skill.after.includes(id) && (skill.bears === "nothing" || bears !== "weight"))
        .sort((a, b) => Number(a.bears === "rider") - Number(b.bears === "rider") || reading.counts(a) - reading.counts(b))
        .map(({ id }) => id);
      const first = skill.bears === "rider" && days === 0 ? [...easier, skill.id] : [skill.id, ...easier];
      found.push({
        code: "same-trouble",
        at: skill.id,
        trouble: { what: event.what, of: event.of, day: (sessions[last] as PastSession).day },
        days: null,
        quiet: Math.min(days, itself ? of : of - 1),
        of,
        bearing: skill.bears === "nothing" && (handled ? OFF_ITS_BACK.includes(event.of) : loud),
        skills: above,
        second: true,
        work: first,
      });
    }
  return found;
}

/** What comes first where several run: what keeps everybody off its back, then trouble, then the longer time off. */
const weight = ({ code, bearing, days }: StepBack): number =>
  (bearing ? 2000 : 0) + (code === "same-trouble" ? 1000 : 0) + Math.min(999, days ?? 0);

/** The protocol that runs, with all that wait for any; null: none does. */
export function stepBackOf(facts: ProtocolFacts): StepBack | null {
  const all = [...sameTrouble(facts), ...afterDaysOff(facts)].sort((a, b) => weight(b) - weight(a));
  const [first] = all;
  if (!first) return null;
  return {
    ...first,
    skills: [...new Set(all.flatMap(({ skills }) => skills))].filter((id) => !first.work.includes(id)),
    bearing: all.some(({ bearing }) => bearing),
    second: all.some(({ second }) => second),
  };
}
