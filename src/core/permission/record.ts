/** What has happened against what may be done: the record is kept as it was, and marked. */
import type { SessionRecord } from "../card/card.ts";
import { isPole } from "../card/fences.ts";
import { MOUNT_STEPS, type MountStep } from "../card/first-step.ts";
import { type Bears, mostBorne } from "../ladder/skill.ts";
import type { Tag } from "../ladder/tags.ts";
import { calledWindy, type WeatherHour } from "../weather/weather.ts";
import type { GateTick, RedSign } from "./ground-check.ts";
import type { PermitHorse, PermitPerson } from "./horse.ts";
import { type Act, type AskedSkill, against, barring, type PermitPlace } from "./permission.ts";
import type { Reason } from "./reasons.ts";

export type RecordPart = Pick<SessionRecord, "groundMinutes" | "saddleMinutes" | "circleMinutes" | "scores" | "mount" | "signs"> &
  Partial<Pick<SessionRecord, "jump">>;
/** What a ridden school worked, whether or not somebody scored it: poles, and a fence. */
const jumpedTags = ({ jump }: RecordPart): readonly Tag[] =>
  jump?.way === "ridden" ? [...new Set(jump.layout.elements.map(({ fence }) => (isPole(fence) ? "poles" : "cross-pole")))] : [];
/** The first step of a mounting at which a foot is in the stirrup. */
const FOOT = MOUNT_STEPS.indexOf("foot");
const SAT = MOUNT_STEPS.indexOf("sat");
const reached = (step: MountStep | null): Bears => {
  const at = step === null ? -1 : MOUNT_STEPS.indexOf(step);
  return at >= SAT ? "rider" : at >= FOOT ? "weight" : "nothing";
};

/** What was put on the horse's back, by minutes, by how far a mounting went and by what was scored. */
export const bearsOf = (
  { saddleMinutes, mount, scores }: Pick<RecordPart, "saddleMinutes" | "mount" | "scores">,
  ladder: readonly AskedSkill[],
): Bears =>
  mostBorne([
    saddleMinutes > 0 ? "rider" : "nothing",
    ...(mount ? [reached(mount.left), reached(mount.right)] : []),
    ...scores.map(({ skill }) => ladder.find((one) => one.skill.id === skill)?.skill.bears ?? "nothing"),
  ]);

export interface RecordedBy {
  /** Every skill that may have been worked. */
  readonly ladder: readonly AskedSkill[];
  readonly gate: {
    readonly horse: PermitHorse;
    readonly rider: PermitPerson;
    readonly place: PermitPlace;
    readonly weather: readonly WeatherHour[];
    readonly asked: readonly GateTick[];
  };
}
export interface RecordContext {
  /** Who helped in fact. */
  readonly helper: PermitPerson | null;
  readonly ticks: readonly GateTick[];
  readonly redSigns: readonly RedSign[];
  readonly redGone?: readonly RedSign[];
  readonly windy: boolean;
}

/** Everything that a record goes against, from the horse as it stood before it. Nothing of it keeps the record from being written. */
export function againstRecord({ ladder, gate }: RecordedBy, spot: RecordContext, record: RecordPart): readonly Reason[] {
  const jumped = jumpedTags(record);
  const worked = ladder.filter(
    ({ skill }) => record.scores.some((given) => given.skill === skill.id) || skill.tags.some((tag) => jumped.includes(tag)),
  );
  const minutes = record.groundMinutes + record.saddleMinutes;
  const act: Act = {
    bears: bearsOf(record, ladder),
    straightOn: record.groundMinutes === 0 && record.saddleMinutes > 0,
    skills: worked,
    minutes,
    workMinutes: minutes,
    circleMinutes: record.circleMinutes,
  };
  const hours = spot.windy ? calledWindy(gate.weather, gate.horse.limits) : gate.weather;
  return barring(
    against(gate.horse, { rider: gate.rider, helper: spot.helper }, act, {
      place: gate.place,
      hours,
      ticked: { ...spot, asked: gate.asked },
    }),
  );
}
