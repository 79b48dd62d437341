/** Why something may not be done with a horse, as data: what it is, from which record, what it bars and who may set it aside. Wording is the interface's. */
import type { LocalDate } from "../calendar/local-date.ts";
import type { IncidentKind } from "../card/card.ts";
import type { CourseState } from "../card/course.ts";
import type { RestrictedWork } from "../check/check.ts";
import type { PersonId, PlaceId } from "../kernel/brand.ts";
import type { Stage } from "../reading/reading.ts";
import type { WeatherBar } from "../weather/weather.ts";
import type { GateTick, RedSign } from "./ground-check.ts";
import type { ProtocolCode, StepBack } from "./protocol.ts";
import type { MissingForStep } from "./steps.ts";

export const REASON_CODES = [
  "hold",
  "check",
  "signed-off",
  "age",
  "load",
  "grade",
  "kept-from",
  "does-not-ride",
  "not-signed",
  "second-person",
  "not-ready",
  "step-back",
  "red-sign",
  "not-soft",
  "weather",
  "stage-place",
  "not-ticked",
] as const;

/** In the role in which somebody is asked about. */
export type AskedRole = "rider" | "helper";

export type Reason =
  | { readonly code: "hold"; readonly kind: string; readonly since: LocalDate }
  | {
      readonly code: "check";
      /** Nobody has looked yet; looked, and it was found; the professional said so. */
      readonly because: "open" | "found" | "restricted";
      /** What it holds back; null: the work that `restricts` names. */
      readonly holds: "all" | "ridden" | "skill" | null;
      readonly restricts: RestrictedWork | null;
      readonly until: LocalDate | null;
      readonly words: string;
      readonly skills: readonly string[];
    }
  | { readonly code: "signed-off"; readonly because: "ground" }
  | { readonly code: "signed-off"; readonly because: "minutes" | "circle"; readonly limit: number; readonly is: number }
  /** `years` null: a yearling or weanling of no known age. */
  | { readonly code: "age"; readonly years: number | null; readonly under: number; readonly what: "weight" | "rider" }
  | {
      readonly code: "load";
      readonly because: "over";
      readonly who: PersonId;
      readonly riderKg: number;
      readonly limitKg: number;
    }
  | {
      readonly code: "load";
      readonly because: "prefer";
      readonly who: PersonId;
      readonly riderKg: number;
      readonly preferKg: number;
    }
  | { readonly code: "load"; readonly because: "horse-unweighed" }
  | { readonly code: "load"; readonly because: "person-unweighed"; readonly who: PersonId }
  | { readonly code: "load"; readonly because: "weight-old" | "weight-ageing"; readonly days: number }
  | {
      readonly code: "grade";
      readonly who: PersonId;
      readonly as: AskedRole;
      readonly grade: number;
      readonly needed: number;
      /** The skill that asks for it; null: the horse does. */
      readonly skill: string | null;
    }
  | { readonly code: "grade"; readonly who: PersonId; readonly as: AskedRole; readonly specialist: true; readonly skill: string }
  | { readonly code: "kept-from"; readonly who: PersonId; readonly as: AskedRole }
  | { readonly code: "does-not-ride"; readonly who: PersonId }
  | { readonly code: "not-signed" }
  | {
      readonly code: "second-person";
      readonly because: "risk" | "before-riding" | "signed" | "skill" | "step-back";
      readonly skill: string | null;
    }
  /** `step`: just this skill waits; else whatever bears weight does, this skill being the first of it. */
  | { readonly code: "not-ready"; readonly step: boolean; readonly skill: string; readonly missing: readonly MissingForStep[] }
  /** `skill` null: nothing is put on its back; else this one waits. */
  | ({ readonly code: "step-back"; readonly because: ProtocolCode; readonly skill: string | null } & Pick<
      StepBack,
      "at" | "days" | "quiet" | "of"
    >)
  /** `gone`: it went away again. */
  | { readonly code: "red-sign"; readonly sign: RedSign; readonly gone?: true }
  /** Tight, or trying to leave, as it was tapped last. */
  | { readonly code: "not-soft"; readonly state: CourseState; readonly minutes: number }
  | WeatherBar
  /** `open`: horses of this stage go there, and this one is not ready for the open arena. */
  | { readonly code: "stage-place"; readonly place: PlaceId; readonly stage: Stage; readonly open?: true }
  | { readonly code: "not-ticked"; readonly tick: GateTick }
  /** Told, never barring. */
  | { readonly code: "time-off"; readonly days: number }
  | { readonly code: "incident"; readonly kind: IncidentKind; readonly day: LocalDate }
  /** It was tight today, and has stood so since. */
  | { readonly code: "softened"; readonly state: CourseState; readonly minutes: number };

/** A sudden change does not go away: somebody else looks at it. */
export const redSign = (sign: RedSign, gone: readonly RedSign[]): Extract<Reason, { code: "red-sign" }> =>
  gone.includes(sign) && sign !== "sudden-change" ? { code: "red-sign", sign, gone: true } : { code: "red-sign", sign };

/** bars: it is not done · tells: it is done, with this in mind. What bars may still be set aside by some, with a reason that stays. */
export type ReasonStrength = "bars" | "tells";
/** What a reason bars: all work with the horse, whatever puts weight on it, or the one thing that it names. */
export type Reach = "everything" | "bearing" | "act";
/** Who may set a reason aside: nobody; a manager; a manager or a rider of grade 4 and up. */
export type Overrider = "nobody" | "manager" | "senior";

const TOLD: ReadonlySet<string> = new Set(["prefer", "weight-ageing"]);
export const strengthOf = (reason: Reason): ReasonStrength =>
  reason.code === "time-off" ||
  reason.code === "incident" ||
  reason.code === "softened" ||
  (reason.code === "load" && TOLD.has(reason.because))
    ? "tells"
    : "bars";
/** From which record: the day's ticks, the weather, or what is written of horse and people. */
export const sourceOf = ({ code }: Reason): "tick" | "weather" | "record" =>
  code === "red-sign" || code === "not-soft" || code === "softened" || code === "not-ticked"
    ? "tick"
    : code === "weather"
      ? "weather"
      : "record";

export function reachOf(reason: Reason): Reach {
  switch (reason.code) {
    case "hold":
      return "everything";
    case "check":
      return reason.holds === "all" ? "everything" : reason.holds === "ridden" ? "bearing" : "act";
    case "red-sign":
      return reason.sign === "sudden-change" ? "everything" : "bearing";
    case "weather":
      return reason.what === "wind" ? "bearing" : reason.because === "none" ? "everything" : "act";
    case "signed-off":
      return reason.because === "ground" ? "bearing" : "act";
    case "age":
    case "load":
    case "not-signed":
    case "not-ticked":
    case "not-soft":
    case "does-not-ride":
    case "stage-place":
      return "bearing";
    case "step-back":
      return reason.skill === null ? "bearing" : "act";
    case "not-ready":
      return reason.step ? "act" : "bearing";
    default:
      return "act";
  }
}

export function overriddenBy(reason: Reason): Overrider {
  switch (reason.code) {
    case "red-sign":
      return reason.gone ? "manager" : "nobody";
    case "not-ticked":
    case "not-ready":
      return "senior";
    case "step-back":
    case "stage-place":
    case "not-soft":
      return "manager";
    case "weather":
      return reason.what === "wind" ? "manager" : "nobody";
    default:
      return "nobody";
  }
}
/** From this grade on a rider may set aside what is left to experience. */
const SENIOR_GRADE = 4;
export const mayOverride = (person: { readonly role: string; readonly grade: number }, reasons: readonly Reason[]): boolean =>
  reasons.length > 0 &&
  reasons.every((reason) => {
    const by = overriddenBy(reason);
    if (by === "nobody") return false;
    return person.role === "manager" || (by === "senior" && person.role === "rider" && person.grade >= SENIOR_GRADE);
  });
