/**
 * The gate: may somebody get on today? It asks what may be done of the record, the hour and the place, and of what is ticked on the ground, and gives every
 * reason. open: get on · half: ground work only, the state of any ground card that may be worked · shut: not today.
 */
import type { SessionKind } from "../card/card.ts";
import type { CourseNow } from "../card/course.ts";
import type { GateTick, RedSign } from "../permission/ground-check.ts";
import type { PermitHorse, PermitPerson } from "../permission/horse.ts";
import {
  type Act,
  type AskedSkill,
  against,
  barring,
  inMind,
  type PermitPlace,
  redEarlier,
  redReasons,
  sessionAct,
  workingOn,
} from "../permission/permission.ts";
import { type Reason, strengthOf } from "../permission/reasons.ts";
import { calledWindy, heatOf, type WeatherHour } from "../weather/weather.ts";

export interface GateFacts {
  readonly horse: PermitHorse;
  readonly rider: PermitPerson;
  readonly place: PermitPlace;
  /** What is known of the hours of the session, by the station or by hand. */
  readonly weather: readonly WeatherHour[];
  /** Of a session in two places the one where it begins, with the hours there; null or missing: it stays in one. */
  readonly first?: { readonly place: PermitPlace; readonly weather: readonly WeatherHour[] } | null;
  /** The session as it is laid out. */
  readonly laid: number;
  /** What the card asks for. */
  readonly skills: readonly AskedSkill[];
  /** Ticks that this horse's stage and method ask for. */
  readonly asked: readonly GateTick[];
}
/** What is said on the spot. */
export interface OnTheSpot {
  readonly helper: PermitPerson | null;
  readonly ticks: readonly GateTick[];
  readonly redSigns: readonly RedSign[];
  /** Of these, what went away again. */
  readonly redGone?: readonly RedSign[];
  /** The rider calls it windy, whatever the station says. */
  readonly windy: boolean;
  /** How it stands just now, as it was tapped on the card. */
  readonly course?: CourseNow | null;
}

/** Kept in mind with a gate that is not shut. */
export type GateLimit =
  | Reason
  | { readonly code: "heat-limit"; readonly heat: number; readonly short: boolean }
  | { readonly code: "walk-only"; readonly windMps: number };

export interface GateAnswer {
  readonly state: "open" | "half" | "shut";
  /** What keeps the gate from opening wider than it stands: for a ground card what shuts it, and red signs that were seen. */
  readonly reasons: readonly Reason[];
  readonly limits: readonly GateLimit[];
}

/** Whatever the card is called: may it be worked on the ground, and may what it asks for be put on the horse's back? */
export function readGate(facts: GateFacts, spot: OnTheSpot, kind: SessionKind): GateAnswer {
  const { horse, rider, place, laid } = facts;
  const hoursAt = (weather: readonly WeatherHour[]): readonly WeatherHour[] =>
    spot.windy ? calledWindy(weather, horse.limits) : weather;
  const hours = hoursAt(facts.weather);
  const moments = [{ place, hours }, ...(facts.first ? [{ place: facts.first.place, hours: hoursAt(facts.first.weather) }] : [])];
  const ask = (act: Act): readonly Reason[] => {
    const all = moments.flatMap((moment) =>
      against(horse, { rider, helper: spot.helper }, act, { ...moment, ticked: { ...spot, asked: facts.asked } }),
    );
    return unlike(all);
  };
  const ground = facts.skills.filter(({ skill }) => skill.bears === "nothing");
  const onGround = ask(workingOn(sessionAct("ground", laid), ground));
  const whole = kind === "ground" ? onGround : ask(workingOn(sessionAct(kind, laid), facts.skills));
  const shut = barring(onGround).length > 0;
  // On a ground card they keep nobody from working; what they keep from getting on is said all the same.
  const red = kind === "ground" ? [...redReasons(spot), ...redEarlier(horse)].filter(({ sign }) => sign !== "sudden-change") : [];
  const reasons = unlike([...(kind === "ground" ? barring(onGround) : barring(whole)), ...red]);
  const told = [
    ...whole.filter((reason) => strengthOf(reason) === "tells"),
    ...inMind(horse, { bears: kind === "ground" ? "nothing" : "rider" }),
  ];
  return {
    state: shut ? "shut" : kind === "ground" || reasons.length > 0 ? "half" : "open",
    reasons,
    limits: [...told, ...weatherMinded(facts, hours, kind)],
  };
}

const unlike = (reasons: readonly Reason[]): readonly Reason[] => [
  ...new Map(reasons.map((reason) => [JSON.stringify(reason), reason])).values(),
];

function weatherMinded({ horse }: GateFacts, hours: readonly WeatherHour[], kind: SessionKind): readonly GateLimit[] {
  const heat = Math.max(0, ...hours.map(heatOf));
  const windMps = Math.max(0, ...hours.map((hour) => hour.windMps));
  const { heatLighter, heatShort, windGroundFirst } = horse.limits;
  return [
    ...(heat >= heatLighter ? [{ code: "heat-limit", heat, short: heat >= heatShort } as const] : []),
    ...(kind !== "ground" && horse.stage !== "riding" && windMps > windGroundFirst
      ? [{ code: "walk-only", windMps } as const]
      : []),
  ];
}
