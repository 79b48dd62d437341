/**
 * A horse as it truly is: what it can do grows and fades as its family has it, and it may hurt, be hot or afraid. Neither way of running the barn reads
 * it; both only see what it shows and what riders score.
 */

import type { RiderTruth } from "#bench/herds/family.ts";
import { Horse, type Ladder } from "#bench/herds/horse.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { During, Incident, IncidentKind, LedBy } from "#core/card/card.ts";
import { layoutOf } from "#core/forecast/layout.ts";
import type { SkillWork } from "#core/forecast/stay.ts";
import type { CauseId } from "#core/intake/causes.ts";
import { type Strength, signOf } from "#core/intake/signs.ts";
import { type Score, sidesOf, type TrackSide } from "#core/kernel/sides.ts";
import { shapesOf } from "#core/plan/outlook.ts";
import { SKILLS, skillOf } from "#shipped/ladder.ts";
import { luck } from "./luck.ts";
import { dayOfStay, type Guest } from "./world.ts";

const SHAPES = shapesOf(SKILLS).map(({ halfLife: _halfLife, ...shape }) => shape);
export const LADDER: Ladder = {
  skills: SHAPES,
  at: new Map(SHAPES.map(({ id }, i) => [id, i])),
  depth: layoutOf(SHAPES, []).depth,
};

/** What a sore place makes a horse show, and in what; written from the horse's side, not from the application's table. */
const SHOWS: Readonly<
  Partial<Record<CauseId, readonly (readonly [sign: string, where: "tack" | "any" | "ridden" | "handled"])[]>>
> = {
  "saddle-fit": [
    ["girthy", "tack"],
    ["bucks", "tack"],
    ["ears-back", "tack"],
    ["tight-back", "tack"],
  ],
  back: [
    ["tight-back", "tack"],
    ["bucks", "tack"],
    ["kinked-tail", "any"],
    ["one-side", "any"],
  ],
  teeth: [
    ["busy-mouth", "any"],
    ["head-high", "any"],
    ["head-shakes", "any"],
    ["drops-feed", "handled"],
  ],
  feet: [
    ["short-steps", "any"],
    ["trips", "any"],
    ["foot-refused", "handled"],
  ],
  stomach: [
    ["touchy-flank", "handled"],
    ["girthy", "tack"],
    ["tail-swish", "any"],
    ["ears-back", "tack"],
  ],
  lameness: [
    ["short-steps", "any"],
    ["one-side", "any"],
    ["trips", "any"],
  ],
};
/** What a sound horse shows now and then: for a fright, or as nobody taught it better. */
const FRIGHTS = ["shies", "head-high", "runs-on", "tail-swish", "crowds", "sucks-back"];
const FRIENDLY = ["licks", "blows-out", "soft-eye", "ear-on", "head-lowers"];
const SHOWN = 0.3;
const FRIGHT = { calm: 0.02, hot: 0.14 };

export interface ShownSign {
  readonly sign: string;
  readonly side: TrackSide;
  readonly strength: Strength;
}
export interface Session {
  readonly day: LocalDate;
  readonly rider: RiderTruth;
  readonly grade: number;
  readonly mains: readonly string[];
  readonly mainMinutes: number;
  readonly beside: readonly string[];
  readonly besideMinutes: number;
  readonly rides: boolean;
  readonly tacked: boolean;
  readonly helped: boolean;
  readonly checked: boolean;
  readonly windMps: number;
}
export interface Happened {
  readonly work: readonly SkillWork[];
  readonly incident: Incident | null;
  /** The chance that there was of one with somebody up; 0 where nobody rode. */
  readonly mountedChance: number;
}

const HAZARD = {
  calm: 0.0015,
  hot: 0.012,
  tooEarly: 1.2,
  pain: 2.5,
  wind: 1.8,
  fresh: 2,
  overGraded: 1.6,
  first: 2.5,
  helped: 0.6,
  checked: 0.8,
  afraid: 1.8,
};
const WINDY = 8;
const FRESH_AFTER = 7;
/** Quiet sessions after which a fright is forgotten. */
const FORGETS = 4;
/** Of incidents in ridden sessions, those that come while somebody is up. */
const MOUNTED = 0.75;
/** What it does this well already needs nothing below it any more. */
const DOES_IT = 2;
/** A score above which work counts as quiet. */
const QUIET = 2;

export class LivingHorse {
  readonly horse: Horse;
  private eased: number | null = null;
  private lastWorked: number | null = null;
  private afraid = 0;

  constructor(
    private readonly seed: number,
    readonly guest: Guest,
  ) {
    const { family, kind, key } = guest;
    const calm = { ...family, stall: { ...family.stall, aDay: 0 }, layoff: { ...family.layoff, aDay: 0 } };
    this.horse = new Horse(calm, LADDER, kind, luck(seed, "horse", key));
  }

  hurts(day: LocalDate): boolean {
    const { pain } = this.guest;
    const at = dayOfStay(this.guest, day);
    return pain !== null && pain.from <= at && at < pain.from + pain.days && (this.eased === null || at < this.eased);
  }
  /** Put right: from this day on it does not hurt any more. */
  ease(day: LocalDate): void {
    this.eased ??= dayOfStay(this.guest, day);
  }
  levelOf(skill: string, side: TrackSide): number {
    return this.horse.levelOf(skill, side === "right" ? 1 : 0);
  }
  /** On every side, within half a step. */
  holds(skill: string, target: number): boolean {
    return sidesOf(skillOf(skill).sided).every((side) => this.levelOf(skill, side) >= target - 0.5);
  }
  /** Taken up before it is ready: what it rests on is not there, and it does not do it anyway. */
  tooEarly(skill: string): boolean {
    return this.horse.tooEarly(skill) && this.horse.weaker(LADDER.at.get(skill) as number) < DOES_IT;
  }
  /** What somebody who looks gives it. */
  look(skill: string, side: TrackSide, day: LocalDate): Score {
    const random = luck(this.seed, "look", this.guest.key, day, skill, side);
    const sore = this.hurts(day) && skillOf(skill).branch !== "handling" ? 0.7 : 0;
    return Math.max(0, Math.min(5, Math.round(this.levelOf(skill, side) - sore + 0.4 * random.normal()))) as Score;
  }

  /** What it shows today, seen before anybody gets on. */
  shows(day: LocalDate, { tacked, windMps }: Pick<Session, "tacked" | "windMps">): readonly ShownSign[] {
    const { pain, hot, key } = this.guest;
    const random = luck(this.seed, "signs", key, day);
    const shown: ShownSign[] = [];
    for (const [sign, where] of (pain && SHOWS[pain.cause]) ?? []) {
      const seen = random.chance(SHOWN);
      const strength: Strength = random.chance(0.25) ? 3 : 2;
      if (seen && this.hurts(day) && (tacked || where !== "tack")) shown.push({ sign, side: pain?.side ?? "both", strength });
    }
    for (const sign of FRIGHTS)
      if (random.chance((FRIGHT.calm + FRIGHT.hot * hot) * (windMps > WINDY ? 2 : 1)))
        shown.push({ sign, side: "both", strength: 1 });
    if (shown.length === 0) shown.push({ sign: random.pick(FRIENDLY), side: "both", strength: 1 });
    return shown;
  }

  work(session: Session): Happened {
    const { day, rider, mains, mainMinutes, beside, besideMinutes } = session;
    const at = dayOfStay(this.guest, day);
    const random = luck(this.seed, "work", this.guest.key, day);
    const hazard = this.hazardOf(session);
    const incident = random.next() < hazard ? this.incidentIn(session) : null;
    this.horse.stalledUntil = this.hurts(day) ? at : -1;
    const parts = [
      { skills: mains, minutes: mainMinutes },
      { skills: beside, minutes: besideMinutes },
    ];
    const work = parts.flatMap(({ skills, minutes }) =>
      skills.length > 0 ? this.horse.work(at, rider, skills, Math.max(1, minutes), random).work : [],
    );
    const quiet = incident === null && work.every(({ scores }) => Math.min(...Object.values(scores)) >= QUIET);
    this.afraid = incident !== null && incident.strength > 1 ? FORGETS : Math.max(0, this.afraid - (quiet ? 1 : 0));
    this.lastWorked = at;
    return { work, incident, mountedChance: session.rides ? Math.min(1, hazard) * MOUNTED : 0 };
  }

  private hazardOf({ day, mains, beside, rides, tacked, helped, checked, windMps, grade }: Session): number {
    const { hot, pain } = this.guest;
    const skills = [...mains, ...beside];
    const borne = skills.filter((id) => skillOf(id).bears !== "nothing");
    const early = skills.filter((id) => this.tooEarly(id)).length;
    const first = borne.some((id) => this.horse.weaker(LADDER.at.get(id) as number) < 1);
    const rested = this.lastWorked === null ? 0 : dayOfStay(this.guest, day) - this.lastWorked;
    const wanted = hot > 0.6 ? 4 : hot > 0.3 ? 3 : 2;
    // A sore mouth minds the bridle, a sore back the saddle; sore feet mind all of it.
    const touched = this.hurts(day) && (rides || tacked || pain?.cause === "feet" || pain?.cause === "lameness");
    const times: readonly (readonly [boolean, number])[] = [
      [touched, HAZARD.pain],
      [rides && windMps > WINDY, HAZARD.wind],
      [rides && rested >= FRESH_AFTER, HAZARD.fresh],
      [grade < wanted, HAZARD.overGraded],
      [rides && first, HAZARD.first],
      [helped, HAZARD.helped],
      [rides && checked, HAZARD.checked],
      [this.afraid > 0, HAZARD.afraid],
    ];
    const base = (HAZARD.calm + HAZARD.hot * hot) * (rides ? 2 : 1) * (1 + HAZARD.tooEarly * early);
    return times.reduce((sum, [is, by]) => (is ? sum * by : sum), base);
  }

  private incidentIn({ day, mains, rides, tacked, windMps }: Session): Incident {
    const random = luck(this.seed, "incident", this.guest.key, day);
    const mounted = rides && random.chance(MOUNTED);
    const kind: IncidentKind = mounted
      ? random.pick(["spook", "spook", "buck", "buck", "bolt", "rear", "fall"] as const)
      : random.pick(["spook", "pull-back", "kick", "bite", tacked ? "buck" : "spook"] as const);
    const gait: During = mains.some((id) => id.includes("canter"))
      ? "canter"
      : mains.some((id) => id.includes("trot"))
        ? "trot"
        : "walk";
    const during: During = mounted ? gait : kind === "pull-back" ? "tied" : kind === "buck" ? "tacking" : "ground";
    const ledBy: LedBy =
      windMps > WINDY
        ? "noise"
        : this.hurts(day) && tacked
          ? "girth"
          : random.pick(["something-new", "nothing-seen", "other-horse"] as const);
    const grave = kind === "fall" || kind === "bolt";
    return {
      kind,
      before: "",
      hurt: kind === "fall" && random.chance(0.25) ? "person" : "nobody",
      during,
      ledBy: [ledBy],
      strength: grave ? 3 : random.chance(0.4) ? 1 : 2,
    };
  }
}
/** With somebody on its back. */
export const mountedIn = ({ during }: Pick<Incident, "during">): boolean =>
  during === "mounting" || during === "walk" || during === "trot" || during === "canter" || during === "getting-off";
export const isSore = (sign: string): boolean => !signOf(sign).good && !FRIGHTS.includes(sign);
