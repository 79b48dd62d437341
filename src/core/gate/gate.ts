/**
 * The gate: may somebody get on today? Computed from what is ticked on the ground and from the record, with every reason.
 * open: ride · half: ground work only, or within the limits named · shut: not today.
 */
import type { Hold } from "../calendar/holds.ts";
import { daysBetween, type LocalDate } from "../calendar/local-date.ts";
import type { SessionKind } from "../card/card.ts";
import type { HeldWork } from "../intake/findings.ts";
import type { Method } from "../ladder/methods.ts";
import type { LoadLimit } from "../tools/load.ts";
import { GROUND_FIRST, heatOf, LIGHTER, NO_WORK, type WeatherHour } from "../weather/weather.ts";

const EVERY_RIDE = [
  "head-left",
  "head-right",
  "hindquarters-left",
  "hindquarters-right",
  "back",
  "head-down",
  "tack",
  "girth",
  "moved-out",
  "block",
  "attention",
] as const;
export const GATE_TICKS = [...EVERY_RIDE, "lead-ready", "second-person"] as const;
export type GateTick = (typeof GATE_TICKS)[number];

export const RED_SIGNS = ["kinked-tail", "held-breath", "tight-back", "hind-ready"] as const;
export type RedSign = (typeof RED_SIGNS)[number];

export const STAGES = ["unridden", "first-rides", "riding"] as const;
export type Stage = (typeof STAGES)[number];
const FIRST_RIDES = 10;

/** Rides given here; a horse that showed in its evaluation that it walks, steers, stops and trots counts as riding. */
export function stageOf(ridesHere: number, proven: boolean): Stage {
  if (proven || ridesHere >= FIRST_RIDES) return "riding";
  return ridesHere === 0 ? "unridden" : "first-rides";
}

export interface GateFacts {
  readonly today: LocalDate;
  readonly ticks: readonly GateTick[];
  readonly redSigns: readonly RedSign[];
  readonly windy: boolean;
  /** What is known of the hours of the session, by the station or by hand. */
  readonly weather: readonly WeatherHour[];
  readonly method: Method;
  readonly stage: Stage;
  readonly sessionsSoFar: number;
  readonly lastWorked: LocalDate | null;
  readonly lastIncident: { readonly kind: string; readonly day: LocalDate } | null;
  readonly hold: Hold | null;
  readonly risk: number;
  readonly rider: { readonly grade: number; readonly weightKg: number | null };
  readonly load: LoadLimit | null;
  /** What open checks hold back. */
  readonly held: HeldWork;
  /** False: the signed evaluation keeps it on the ground. */
  readonly ridden: boolean;
  /** The signed evaluation asks for a second person. */
  readonly secondPerson: boolean;
}

export type GateReason =
  | { readonly code: "check"; readonly from: "record"; readonly holds: "ridden" | "all" }
  | { readonly code: "not-ridden"; readonly from: "record" }
  | { readonly code: "hold"; readonly from: "record"; readonly kind: string; readonly since: LocalDate }
  | { readonly code: "red-sign"; readonly from: "tick"; readonly sign: RedSign }
  | { readonly code: "not-ticked"; readonly from: "tick"; readonly tick: GateTick }
  | { readonly code: "grade"; readonly from: "record"; readonly grade: number; readonly needed: number }
  | { readonly code: "load"; readonly from: "record"; readonly riderKg: number; readonly limitKg: number }
  | { readonly code: "load-above-preferred"; readonly from: "record"; readonly riderKg: number; readonly preferKg: number }
  | { readonly code: "load-unknown"; readonly from: "record"; readonly missing: "horse" | "rider" }
  | { readonly code: "time-off"; readonly from: "record"; readonly days: number }
  | { readonly code: "incident"; readonly from: "record"; readonly kind: string; readonly day: LocalDate }
  | { readonly code: "wind"; readonly from: "tick" }
  | { readonly code: "wind"; readonly from: "weather"; readonly windMps: number }
  | { readonly code: "heat" | "heat-limit"; readonly from: "weather"; readonly heat: number }
  | { readonly code: "ground-first"; readonly from: "record"; readonly sessions: number; readonly needed: number };

export interface GateAnswer {
  readonly state: "open" | "half" | "shut";
  /** What holds the gate at half or shut. */
  readonly reasons: readonly GateReason[];
  /** What to keep in mind with an open gate. */
  readonly limits: readonly GateReason[];
}

/** Days without work after which the card begins lower down. */
const REFRESH_AFTER = 7;
const RECENT_INCIDENT = 7;

/** The ticks that this horse's stage and method ask for before a ride. */
export function ticksFor(stage: Stage, method: Method, secondPerson: boolean): readonly GateTick[] {
  if (stage === "riding") return secondPerson ? [...EVERY_RIDE, "second-person"] : EVERY_RIDE;
  return method.headgear === "rope-halter" ? GATE_TICKS : [...EVERY_RIDE, "second-person"];
}

/** Ground sessions pass with no red sign and no hold; the riding questions are asked of a ridden one only. */
export function readGate(facts: GateFacts, kind: SessionKind): GateAnswer {
  const shut: GateReason[] = [];
  const half: GateReason[] = [];
  const limits: GateReason[] = [];
  if (facts.hold) shut.push({ code: "hold", from: "record", kind: facts.hold.kind, since: facts.hold.from });
  if (facts.held === "all") shut.push({ code: "check", from: "record", holds: "all" });
  const heat = Math.max(0, ...facts.weather.map(heatOf));
  if (heat > NO_WORK) shut.push({ code: "heat", from: "weather", heat });
  else if (heat >= LIGHTER) limits.push({ code: "heat-limit", from: "weather", heat });
  const daysOff = facts.lastWorked ? daysBetween(facts.lastWorked, facts.today) : 0;
  if (daysOff >= REFRESH_AFTER) limits.push({ code: "time-off", from: "record", days: daysOff });
  const incident = facts.lastIncident;
  if (incident && daysBetween(incident.day, facts.today) <= RECENT_INCIDENT)
    limits.push({ code: "incident", from: "record", ...incident });
  if (kind === "ground") return { state: shut.length > 0 ? "shut" : "open", reasons: shut, limits };

  const { stage } = facts;
  for (const sign of facts.redSigns) shut.push({ code: "red-sign", from: "tick", sign });
  for (const tick of ticksFor(stage, facts.method, facts.secondPerson))
    if (!facts.ticks.includes(tick)) half.push({ code: "not-ticked", from: "tick", tick });
  if (facts.held === "ridden") half.push({ code: "check", from: "record", holds: "ridden" });
  if (!facts.ridden) half.push({ code: "not-ridden", from: "record" });
  if (facts.rider.grade < facts.risk) half.push({ code: "grade", from: "record", grade: facts.rider.grade, needed: facts.risk });
  if (facts.load === null) half.push({ code: "load-unknown", from: "record", missing: "horse" });
  else if (facts.rider.weightKg === null) half.push({ code: "load-unknown", from: "record", missing: "rider" });
  else if (facts.rider.weightKg > facts.load.refuseKg)
    half.push({ code: "load", from: "record", riderKg: facts.rider.weightKg, limitKg: facts.load.refuseKg });
  else if (facts.rider.weightKg > facts.load.preferKg)
    limits.push({ code: "load-above-preferred", from: "record", riderKg: facts.rider.weightKg, preferKg: facts.load.preferKg });
  const windMps = Math.max(0, ...facts.weather.map((hour) => hour.windMps));
  if (stage !== "riding" && facts.windy) half.push({ code: "wind", from: "tick" });
  else if (stage !== "riding" && windMps > GROUND_FIRST) half.push({ code: "wind", from: "weather", windMps });
  const needed = facts.method.groundSessionsFirst;
  if (stage === "unridden" && facts.sessionsSoFar < needed)
    half.push({ code: "ground-first", from: "record", sessions: facts.sessionsSoFar, needed });
  return { state: shut.length > 0 ? "shut" : half.length > 0 ? "half" : "open", reasons: [...shut, ...half], limits };
}

/** Nobody overrides the weight line, the heat, a hold or an open check at the gate: a manager ends a hold or closes a check, a lighter rider takes the horse. */
export const overridable = (answer: GateAnswer): boolean =>
  answer.state !== "open" &&
  answer.reasons.every((reason) => !["hold", "check", "not-ridden", "load", "load-unknown", "heat"].includes(reason.code));

export const OVERRIDE_GRADE = 4;
export const mayOverride = (person: { readonly role: string; readonly grade: number }): boolean =>
  person.role === "manager" || (person.role === "rider" && person.grade >= OVERRIDE_GRADE);
