/** What is worked after days off, after trouble, or in a small restart, until all is as it was. */
import { hasTag } from "../ladder/ladder.ts";
import { WELL } from "../ladder/marks.ts";
import type { Skill } from "../ladder/skill.ts";
import type { StepBack } from "../permission/protocol.ts";
import { lackingBelow } from "../permission/steps.ts";
import { isFamily, isPassing } from "./compose.ts";
import type { MainMoment } from "./moment.ts";

interface ProtocolAsked {
  readonly ladder: readonly Skill[];
  readonly moment: Pick<MainMoment, "reading" | "may" | "ranked" | "steps">;
  readonly stepBack: StepBack;
  /** It was worked in this plan already: others take their turn. */
  readonly isDone: (skill: Skill) => boolean;
  readonly standsStill: (skill: Skill) => boolean;
}

/** One thing, or two of a family; empty: nothing of it may be asked. */
export function protocolWork(asked: ProtocolAsked): readonly Skill[] {
  const { ladder, stepBack, moment } = asked;
  const { reading, may } = moment;
  const work = stepBack.work.flatMap((id) => ladder.find((skill) => skill.id === id) ?? []).filter(may);
  if (stepBack.code === "same-trouble" && work.length > 0) return afterTrouble(asked, work);
  const rides = ladder.filter((skill) => skill.bears === "rider" && reading.counts(skill) >= WELL && may(skill));
  // The first ride after a restart is what it knows best.
  if (stepBack.code === "restart" && !stepBack.bearing && rides.length > 0)
    return rides.filter((skill) => hasTag(skill, "forward", "steer", "stop")).slice(0, 2);
  if (stepBack.code === "restart" && work.length > 0) return inRestart(asked, work);
  return refresher(asked);
}

/** Where the trouble came, once what it rests on is quiet, or where nothing easier is asked for. */
function afterTrouble(
  { ladder, moment, stepBack, isDone, standsStill }: ProtocolAsked,
  work: readonly Skill[],
): readonly Skill[] {
  const at = work.find(({ id }) => id === stepBack.at);
  const itself = stepBack.quiet > 0 || stepBack.work[0] === stepBack.at;
  if (itself && at) return [at];
  const trouble = ladder.find(({ id }) => id === stepBack.at);
  // What its list lacks before it may be asked again comes with what it rests on.
  const lacks = trouble ? lackingBelow(trouble, moment.steps) : [];
  const easier = [...lacks, ...work].filter((one) => one.id !== stepBack.at && moment.may(one));
  const first = easier.find((one) => !isDone(one)) ?? easier.find((one) => !standsStill(one)) ?? easier[0] ?? work[0];
  return first ? [first] : [];
}

function inRestart({ moment: { reading }, isDone }: ProtocolAsked, work: readonly Skill[]): readonly Skill[] {
  const weak = work.find((skill) => reading.counts(skill) < WELL && !isDone(skill));
  const first = weak ?? work.find((skill) => !isDone(skill)) ?? (work[0] as Skill);
  const second = work.find((skill) => skill !== first && isFamily(first, skill) && reading.counts(skill) >= WELL);
  return weak || !second ? [first] : [first, second];
}

/** What comes next, one step lower. */
function refresher({ ladder, moment: { reading, may, ranked }, stepBack }: ProtocolAsked): readonly Skill[] {
  const known = (skill: Skill): boolean => reading.counts(skill) >= WELL && may(skill);
  const below = ladder
    .filter(({ id }) => ranked.includes(id))
    .sort((a, b) => ranked.indexOf(a.id) - ranked.indexOf(b.id))
    .flatMap((skill) => (known(skill) ? [skill] : ladder.filter((one) => skill.after.includes(one.id) && known(one))));
  const all = ladder.filter((skill) => known(skill) && skill.nature !== "handling");
  const tack = stepBack.bearing ? all.filter((skill) => hasTag(skill, "tacked")) : [];
  const candidates = [...below, ...tack, ...all.reverse()].filter(
    (skill) => (stepBack.bearing || !isPassing(skill, reading)) && !(stepBack.bearing && skill.bears !== "nothing"),
  );
  const handled = ladder.filter((skill) => known(skill) && skill.nature === "handling");
  const first = candidates.find(({ nature }) => nature !== "handling") ?? handled.at(-1);
  return first ? [first] : [];
}
