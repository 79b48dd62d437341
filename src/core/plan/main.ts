/**
 * What a session is about, as a trainer would say it in one sentence: a protocol that runs; a big step that is ready; what rose or ended badly is taken up
 * again; the complaint and what was promised; the other goals; proofs; when all is met the same elsewhere, or what builds on it.
 */
import { ancestorsIn, hasTag, ropesUnder, tagged } from "../ladder/ladder.ts";
import { RELIABLE, USABLE, WELL } from "../ladder/marks.ts";
import type { Skill } from "../ladder/skill.ts";
import { readySteps } from "../permission/next-step.ts";
import type { StepBack } from "../permission/protocol.ts";
import { STEP_TAGS } from "../permission/steps.ts";
import { type HorseReading, isImplied } from "../reading/reading.ts";
import type { Because } from "./because.ts";
import { isFamily, isPassing, TACK_NATURES } from "./compose.ts";
import { type PlanGoal, partsOfGoal, stillBelow, valueOf } from "./goal-sets.ts";
import type { Main, MainFacts, MainMoment } from "./moment.ts";
import { protocolWork } from "./protocol-work.ts";
import { ending, proof, type Showing, wider } from "./show-again.ts";

const MOST_RUNNING = 3;
const OF_SIX = 5;
const PROMISED_OF_SIX = 3;
export const FIRST_WEEK = 5;
const WITHIN_SESSIONS = 3;

/** The first time of a big step, or of anything that bears weight. */
export const isFirst = (skill: Skill, reading: HorseReading): boolean =>
  !reading.isShown(skill) && (skill.bears !== "nothing" || hasTag(skill, ...STEP_TAGS));

export class Mains {
  private readonly byId: ReadonlyMap<string, Skill>;
  private readonly parts: readonly ReadonlySet<string>[];
  private readonly complained: ReadonlySet<string>;
  /** By skill: how many rest on it. */
  private readonly opens: ReadonlyMap<string, number>;
  /** By skill: those that rest on it, handling apart. */
  private readonly above: ReadonlyMap<string, readonly Skill[]>;
  private readonly followed = new Set<string>();
  /** Was the last planned session a follow-up: the next piece waits for one of them at the most. */
  private lastFollowed = false;

  constructor(private readonly facts: MainFacts) {
    const { ladder, goals, complaint } = facts;
    this.byId = new Map(ladder.map((skill) => [skill.id, skill]));
    this.parts = goals.map(({ skill }) => partsOfGoal(ladder, skill));
    const above = new Map<string, Skill[]>();
    for (const skill of ladder) for (const id of ancestorsIn(ladder, skill.id)) above.set(id, [...(above.get(id) ?? []), skill]);
    this.opens = new Map([...above].map(([id, list]) => [id, list.length]));
    this.above = above;
    this.complained = new Set(complaint.flatMap((id) => [...partsOfGoal(ladder, id)]));
  }

  /** Null: nothing may be worked. */
  choose(moment: MainMoment, stepBack: StepBack | null): Main | null {
    const showing: Showing = {
      facts: this.facts,
      moment,
      find: this.find,
      isWork: (skill) => this.isWork(skill, moment),
      standsStill: (id) => this.standsStill(id, moment),
      isAskedFor: (skill) => this.isAskedFor(skill, moment),
    };
    const main =
      this.protocol(moment, stepBack) ??
      this.step(moment) ??
      this.followUp(moment) ??
      ending(showing) ??
      this.towardsGoals(moment) ??
      proof(showing) ??
      wider(showing) ??
      this.nextOnLadder(moment);
    this.lastFollowed = main?.because.code === "follow-up";
    if (main) for (const { id } of main.skills) this.followed.add(id);
    return main;
  }

  private find = (id: string): Skill | undefined => this.byId.get(id);
  private open = (moment: MainMoment): readonly number[] => this.facts.goals.map((_, i) => i).filter((i) => !moment.met[i]);
  private isWork = (skill: Skill, moment: MainMoment): boolean =>
    moment.may(skill) &&
    !(moment.noFirst && isFirst(skill, moment.reading)) &&
    (this.isGoal(skill) ||
      ((!isPassing(skill, moment.reading) || this.isPoor(skill, moment)) &&
        !isImplied(skill, moment.reading) &&
        moment.reading.basisOf(skill) !== "told")) &&
    !this.isPast(skill, moment) &&
    !this.restsOnUnseenRopes(skill, moment) &&
    (!this.isNone(skill.id, moment) || this.isReady(skill, moment, USABLE)) &&
    (skill.nature !== "handling" || this.handlingMay(skill, moment));
  /** Ropes that it rests on have been told of at the most: they are looked at first, on the ground. */
  private restsOnUnseenRopes = (skill: Skill, { reading }: MainMoment): boolean =>
    !reading.isShown(skill) &&
    ropesUnder(skill, this.facts.ladder).some((one) => ["none", "told"].includes(reading.basisOf(one)));
  /** Seen, not good, and something that is wanted rests on it: riding on shows it every day and mends nothing. */
  private isPoor = (skill: Skill, moment: MainMoment): boolean =>
    moment.reading.basisOf(skill) === "seen" &&
    moment.reading.counts(skill) < WELL &&
    !hasTag(skill, "lie-across") &&
    (this.complained.has(skill.id) || this.open(moment).some((i) => this.parts[i]?.has(skill.id)));
  /** It does what rests on this: tack, mounting and handling below that are no work any more. */
  private isPast(skill: Skill, { reading, lacking }: MainMoment): boolean {
    const handled = skill.nature === "handling";
    if (this.isGoal(skill) || this.complained.has(skill.id) || lacking.includes(skill.id)) return false;
    if (!(handled || TACK_NATURES.includes(skill.nature))) return false;
    return (this.above.get(skill.id) ?? []).some((one) => handled === (one.nature === "handling") && reading.counts(one) >= WELL);
  }
  private isGoal = ({ id }: Skill): boolean =>
    this.facts.goals.some(({ skill }) => skill === id) || this.facts.complaint.includes(id);
  /** Handling as the work of a day: where the horse came for it, and where something that was promised cannot go on without it. */
  private handlingMay(skill: Skill, moment: MainMoment): boolean {
    if (this.facts.handlingIsWork || this.complained.has(skill.id)) return true;
    const { goals } = this.facts;
    const open = this.open(moment);
    if (open.length > 0 && open.every((i) => this.find(goals[i]?.skill ?? "")?.nature === "handling")) return true;
    return goals.some(
      (goal, i) =>
        !moment.met[i] &&
        (goal.skill === skill.id ? goal.must : (this.parts[i]?.has(skill.id) ?? false) && moment.reading.counts(skill) < WELL),
    );
  }

  /** a. What runs after days off or trouble. */
  private protocol(moment: MainMoment, stepBack: StepBack | null): Main | null {
    if (!stepBack) return null;
    const skills = protocolWork({
      ladder: this.facts.ladder,
      moment,
      stepBack,
      isDone: ({ id }) => this.followed.has(id),
      standsStill: ({ id }) => this.standsStill(id, moment),
    });
    const { code, at, days } = stepBack;
    return skills.length > 0 ? { skills, because: { code: "protocol", protocol: code, at, days } } : null;
  }

  /** b. A big step that is ready, for the weightiest goal that waits for it; one a day, and by itself. */
  private step(moment: MainMoment): Main | null {
    if (moment.noFirst) return null;
    const wanted = [...this.open(moment)].sort((a, b) => this.value(b) - this.value(a));
    const ready = readySteps(moment.steps).filter(({ skill }) => moment.may(skill));
    for (const goal of wanted) {
      const found = ready.find(({ skill }) => this.parts[goal]?.has(skill.id));
      if (found && !this.standsStill(found.skill.id, moment))
        return { skills: [found.skill], because: { code: "step", step: found.step } };
    }
    return null;
  }
  private value = (goal: number): number => {
    const one = this.facts.goals[goal] as PlanGoal;
    return valueOf(one) + (this.facts.complaint.includes(one.skill) ? 100 : 0);
  };

  /** c. Within three working days, and never two days running. */
  private followUp(moment: MainMoment): Main | null {
    if (moment.ahead >= WITHIN_SESSIONS || this.lastFollowed || moment.dated !== null) return null;
    for (const { skill: id, why } of this.facts.again) {
      const skill = this.find(id);
      if (!skill || this.followed.has(id) || !this.isWork(skill, moment) || moment.stuck.includes(id)) continue;
      if (skill.nature === "handling" && !this.facts.handlingIsWork && !this.complained.has(id)) continue;
      if (moment.reading.counts(skill) >= RELIABLE && why !== "rose") continue;
      if (this.isBehindRides(skill, moment)) continue;
      return { skills: [skill], because: { code: "follow-up", why } };
    }
    return null;
  }

  /** Work on the line towards goals that the horse shows under a rider by now. */
  private isBehindRides(skill: Skill, moment: MainMoment): boolean {
    if (skill.nature !== "send" || this.isGoal(skill)) return false;
    const towards = this.open(moment).flatMap((i) =>
      this.parts[i]?.has(skill.id) ? (this.find(this.facts.goals[i]?.skill ?? "") ?? []) : [],
    );
    return towards.length > 0 && towards.every((goal) => goal.bears === "rider" && moment.reading.isShown(goal));
  }

  /** More than three sessions running. */
  private standsStill(id: string, { before }: MainMoment): boolean {
    return before.length >= MOST_RUNNING && before.slice(-MOST_RUNNING).every((main) => main.includes(id));
  }

  /** d and e. */
  private towardsGoals(moment: MainMoment): Main | null {
    const open = this.open(moment);
    const { goals, complaint, ladder } = this.facts;
    const complaintOpen = complaint.some((id) => {
      const skill = this.find(id);
      const goal = goals.findIndex((one) => one.skill === id);
      return skill !== undefined && (goal < 0 ? moment.reading.counts(skill) < RELIABLE : !moment.met[goal]);
    });
    if (open.length === 0 && !complaintOpen) return null;
    const { before, dated, ranked, lastOfTerm, stuck } = moment;
    const stillOf = (id: string): readonly string[] => [...stillBelow(ladder, id, moment.reading)];
    const promised = new Set(open.flatMap((i) => (goals[i]?.must ? stillOf(goals[i].skill) : [])));
    const complained = new Set(complaint.flatMap(stillOf));
    const servesPromise = (main: readonly string[]): boolean => main.some((id) => promised.has(id));
    // By itself, or twice by what it rests on.
    const isTakenUp = (done: readonly (readonly string[])[]): boolean =>
      done.some((main) => main.some((id) => complaint.includes(id))) ||
      done.filter((main) => main.some((id) => complained.has(id))).length >= 2;
    // What is believed of a horse that came ridden is no look at it: what nobody has seen comes before what rests on it.
    const begun = ranked.flatMap((id) => (this.isNone(id, moment) ? this.begunWith(id, moment) : (this.find(id) ?? [])));
    const work = [...new Set(begun)].filter((skill) => this.isWork(skill, moment));
    // What it does well already and nobody came for is worked last.
    const does = (skill: Skill): boolean => moment.reading.counts(skill) >= WELL && !this.isGoal(skill);
    const able = [...work.filter((skill) => !does(skill)), ...work.filter(does)];
    const fresh = able.filter(({ id }) => !stuck.includes(id) && !this.standsStill(id, moment));
    const within = (skills: readonly Skill[], set: ReadonlySet<string>): readonly Skill[] => {
      const inside = skills.filter(({ id }) => set.has(id));
      return inside.length > 0 ? inside : skills;
    };
    // Nothing else is open: what the owner complains of.
    let candidates: readonly Skill[] = open.length === 0 ? fresh.filter(({ id }) => complained.has(id)) : fresh;
    // It stands in the first week, and later where it never did.
    const early = this.facts.sessionsSoFar + moment.ahead < FIRST_WEEK;
    const complaintWaits = complaintOpen && !isTakenUp(early ? before.slice(-FIRST_WEEK) : before);
    if (dated !== null) candidates = within(candidates, partsOfGoal(this.facts.ladder, dated));
    else if (complaintWaits) candidates = within(candidates, complained);
    else if (lastOfTerm || before.slice(-OF_SIX).filter(servesPromise).length < PROMISED_OF_SIX)
      candidates = within(candidates, promised);
    // What the next big step still lacks comes before what is worth more in the long run.
    const lacking = [...new Set(moment.lacking.flatMap((id) => this.begunWith(id, moment)))].filter(
      (skill) =>
        moment.may(skill) &&
        !(moment.noFirst && isFirst(skill, moment.reading)) &&
        !stuck.includes(skill.id) &&
        !this.standsStill(skill.id, moment),
    );
    if (lacking.length > 0) candidates = lacking;
    const [first] = candidates;
    const standsBefore = first && complaintWaits && complained.has(first.id);
    if (!first || (!standsBefore && stuck.some((id) => promised.has(id)) && !promised.has(first.id))) {
      const other = this.anotherWay(moment, promised);
      if (other) return other;
    }
    if (!first) return null;
    return {
      skills: [first, ...this.beside(first, [...candidates, ...fresh.filter(({ nature }) => nature !== "handling")], moment)],
      because: this.reasonFor(first, open, moment.reading),
    };
  }

  private isNone = (id: string, { reading }: MainMoment): boolean => {
    const skill = this.find(id);
    return skill !== undefined && reading.basisOf(skill) === "none";
  };
  /** It has been shown, or what it rests on counts so much; what riding shows anyway and nobody looked at holds nothing up. */
  private isReady = (skill: Skill, { reading }: MainMoment, level: number): boolean =>
    reading.isShown(skill) ||
    skill.after
      .flatMap((id) => this.find(id) ?? [])
      .every(
        (one) =>
          reading.counts(one) >= level ||
          (isPassing(one, reading) && reading.basisOf(one) !== "seen" && !ropesUnder(skill, this.facts.ladder).includes(one)),
      );
  /** The skill itself once what it rests on is usable, else that first: asked too early it would stand still for weeks. */
  private begunWith(id: string, moment: MainMoment): readonly Skill[] {
    const skill = this.find(id);
    if (!skill) return [];
    if (this.isReady(skill, moment, USABLE)) return skill.nature !== "handling" || this.handlingMay(skill, moment) ? [skill] : [];
    return skill.after
      .filter((one) => this.byId.has(one) && moment.reading.counts(this.byId.get(one) as Skill) < USABLE)
      .flatMap((one) => this.begunWith(one, moment));
  }

  /**
   * A second thing of the family, as a session has room for it: what is under way before what has to be begun, and at most one of the two is new. A first
   * step is the whole of its day.
   */
  private beside(first: Skill, candidates: readonly Skill[], { reading, steps }: MainMoment): readonly Skill[] {
    const isNew = (skill: Skill): boolean => reading.basisOf(skill) === "none" || reading.counts(skill) < 1;
    const ready = readySteps(steps).map(({ skill }) => skill);
    if (ready.includes(first)) return [];
    const isHandling = ({ nature }: Skill): boolean => nature === "handling";
    const able = candidates.filter(
      (skill) =>
        skill !== first &&
        isFamily(first, skill) &&
        skill.bears === first.bears &&
        isHandling(skill) === isHandling(first) &&
        !ready.includes(skill),
    );
    const second = able.find((skill) => !isNew(skill)) ?? (isNew(first) ? undefined : able[0]);
    return second ? [second] : [];
  }

  private reasonFor(skill: Skill, open: readonly number[], reading: HorseReading): Because {
    const { goals, complaint } = this.facts;
    const named = complaint.find((id) => stillBelow(this.facts.ladder, id, reading).has(skill.id));
    if (named) return { code: "complaint", goal: named, part: named !== skill.id, must: true };
    const [goal] = [...open].filter((i) => this.parts[i]?.has(skill.id)).sort((a, b) => this.value(b) - this.value(a));
    const one = goal === undefined ? undefined : goals[goal];
    return one ? { code: "goal", goal: one.skill, part: one.skill !== skill.id, must: one.must } : { code: "ladder" };
  }

  /** What stands still is asked another way: what it rests on, one after another, while it rests itself. */
  private anotherWay(moment: MainMoment, promised: ReadonlySet<string>): Main | null {
    const { ladder } = this.facts;
    // What is barred anyway stands still for another reason.
    const standing = moment.stuck.filter((id) => ladder.some((skill) => skill.id === id && moment.may(skill)));
    const stands =
      standing.find((id) => promised.has(id)) ?? standing[0] ?? moment.before.at(-1)?.find((id) => this.standsStill(id, moment));
    const skill = stands === undefined ? undefined : this.find(stands);
    if (!skill) return null;
    const { reading, before } = moment;
    const rests = ladder.filter(
      (one) =>
        (skill.after.includes(one.id) || ancestorsIn(ladder, skill.id).includes(one.id)) &&
        one.nature !== "handling" &&
        // What it does reliably teaches it nothing for want of a better thing.
        (this.isGoal(one) || reading.counts(one) < RELIABLE) &&
        this.isWork(one, moment),
    );
    const lately = (one: Skill): number => before.slice(-2).filter((main) => main.includes(one.id)).length;
    const [first] = [...rests]
      .filter((one) => !moment.stuck.includes(one.id))
      .sort(
        (a, b) =>
          lately(a) - lately(b) ||
          Number(skill.after.includes(b.id)) - Number(skill.after.includes(a.id)) ||
          reading.counts(a) - reading.counts(b),
      );
    return first ? { skills: [first], because: { code: "another-way", skill: skill.id } } : null;
  }

  /** Tack and riding are begun with a horse that came for them; without goals nothing is put on its back for the first time. */
  private isAskedFor(skill: Skill, { reading }: MainMoment): boolean {
    const onGround = skill.bears === "nothing" && !TACK_NATURES.includes(skill.nature);
    if (onGround || reading.isShown(skill)) return true;
    if (this.facts.goals.length === 0) return skill.bears === "nothing";
    const rides = this.facts.goals.some(({ skill: id }) => this.find(id)?.bears === "rider");
    return this.parts.some((parts) => parts.has(skill.id)) || (rides && skill.bears === "rider" && reading.stage === "riding");
  }

  /** h. Nobody asked for anything, or nothing of it may be worked today: what opens most of the ladder. */
  private nextOnLadder(moment: MainMoment): Main | null {
    const { ladder } = this.facts;
    const { reading, before } = moment;
    const opens = (id: string): number => this.opens.get(id) ?? 0;
    const lately = (skill: Skill): number => before.slice(-2).filter((main) => main.includes(skill.id)).length;
    const able = ladder.filter(
      (skill) =>
        moment.may(skill) &&
        !isPassing(skill, reading) &&
        this.isAskedFor(skill, moment) &&
        !this.standsStill(skill.id, moment) &&
        this.isReady(skill, moment, WELL) &&
        (reading.basisOf(skill) === "seen" || reading.basisOf(skill) === "none") &&
        reading.counts(skill) < RELIABLE &&
        !((moment.noFirst || moment.lastOfTerm) && !reading.isShown(skill)),
    );
    const weight = (skill: Skill): number =>
      Number(reading.counts(skill) >= WELL) * 2 + Number(reading.basisOf(skill) === "none");
    const open = this.open(moment);
    // Handling is the work of a day where the horse came for it.
    const beside = (skill: Skill): number => Number(skill.nature === "handling" && !this.handlingMay(skill, moment));
    const [first] = [...able].sort(
      (a, b) => beside(a) - beside(b) || lately(a) - lately(b) || weight(a) - weight(b) || opens(b.id) - opens(a.id),
    );
    if (!first) return null;
    // What lies below something that it does well is not what the goal waits for.
    const isBehind = (this.above.get(first.id) ?? []).some((one) => reading.counts(one) >= WELL);
    return { skills: [first], because: isBehind ? { code: "ladder" } : this.reasonFor(first, open, reading) };
  }
}

/** A fence, not poles on the ground. */
export const isFence = (skill: Skill, ladder: readonly Skill[]): boolean =>
  skill.nature === "jumping" && !tagged(ladder, "poles").includes(skill);
