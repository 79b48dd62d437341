/** What of a session's record was trouble: incidents, signs and red signs at which a step waits and a risk rises. */

import type { LocalDate } from "../calendar/local-date.ts";
import { type Incident, isRed, type SignSeen } from "../card/card.ts";
import { TACKED, type Tack } from "../card/gear.ts";
import { WILD_RISK } from "../horse/horse.ts";
import { groupBy } from "../kernel/group.ts";
import { sidesOf, type TrackSide } from "../kernel/sides.ts";
import { idsTagged } from "../ladder/ladder.ts";
import type { Skill } from "../ladder/skill.ts";
import { type RedSign, type RedToday, redSeen } from "./ground-check.ts";

/** A session as far as it is asked whether it was quiet. */
export interface PastSession {
  readonly day: LocalDate;
  readonly groundMinutes: number;
  readonly saddleMinutes: number;
  readonly tack: readonly Tack[];
  /** Scored in it: what nobody ticked under tack was on all the same where the girth was. */
  readonly scores: readonly PastScore[];
  readonly signs: readonly Pick<SignSeen, "sign" | "strength" | "skill">[];
  readonly incidents: readonly PastIncident[];
  /** Ticked at the gate, and what of them went away again; missing: nothing did. */
  readonly redSigns: readonly RedSign[];
  readonly redGone?: readonly RedSign[];
  readonly endedWell: boolean;
  /** Skills in which the horse offered more than was asked; missing: none. */
  readonly offered?: readonly string[];
  /** The rider's word for next time; empty: none. */
  readonly nextTime: string;
}
/** What a skill was scored in one session: on each side that was asked, and on the weaker of them. */
export interface PastScore {
  readonly skill: string;
  readonly low: number;
  readonly on: Readonly<Partial<Record<TrackSide, number>>>;
}
/** `ledBy` may name the skill that was worked. */
export interface PastIncident extends Pick<Incident, "kind" | "hurt" | "during" | "strength"> {
  readonly ledBy: readonly string[];
}
/** The same score on every side that the skill has. */
export const scoredAlike = ({ id, sided }: Pick<Skill, "id" | "sided">, score: number): PastScore => ({
  skill: id,
  low: score,
  on: Object.fromEntries(sidesOf(sided).map((side) => [side, score])),
});
/** Of a session's scores, each skill with its sides. */
export function pastScores<S extends number>(
  scores: readonly { readonly skill: string; readonly side: TrackSide; readonly score: S }[],
): { readonly skill: string; readonly low: S; readonly on: Partial<Record<TrackSide, S>> }[] {
  const bySkill = groupBy(scores, ({ skill }) => skill);
  return [...bySkill].map(([skill, of]) => ({
    skill,
    low: Math.min(...of.map(({ score }) => score)) as S,
    on: Object.fromEntries(of.map(({ side, score }) => [side, score])),
  }));
}
/** A startle that the horse stopped by itself is no trouble. */
const STOPPED_ITSELF = 1;
export const isTrouble = ({ strength }: Pick<Incident, "strength">): boolean => strength > STOPPED_ITSELF;

export const LOUD_INCIDENTS: readonly Incident["kind"][] = ["buck", "bolt", "rear", "kick", "fall"];
const LOUD_SIGNS: readonly string[] = ["bucks"];

/** No buck, hump, kick or red sign; a buck that it stopped by itself is a hump. */
export const isQuiet = ({ signs, incidents, redSigns }: Pick<PastSession, "signs" | "incidents" | "redSigns">): boolean =>
  redSeen(redSigns, signs).length === 0 &&
  !incidents.some(({ kind, hurt }) => LOUD_INCIDENTS.includes(kind) || hurt !== "nobody") &&
  !signs.some(({ sign }) => LOUD_SIGNS.includes(sign));
/** What was seen red in these sessions of one day. */
export const redOf = (sessions: readonly Pick<PastSession, "signs" | "redSigns" | "redGone">[]): readonly RedToday[] =>
  sessions.flatMap(({ redSigns, redGone = [], signs }) =>
    redSeen(redSigns, signs).map((sign) => ({ sign, gone: redGone.includes(sign) })),
  );
export function hadTack(ladder: readonly Skill[]): (session: PastSession) => boolean {
  const work = idsTagged(ladder, "tacked");
  return ({ tack, saddleMinutes, scores }) =>
    saddleMinutes > 0 || tack.some((one) => TACKED.includes(one)) || scores.some(({ skill }) => work.includes(skill));
}
export const wasRidden = ({ saddleMinutes }: PastSession): boolean => saddleMinutes > 0;

const PROOFS = 2;
/** The last two of these sessions were quiet, and on different days. Oldest first. */
export function quietLately(sessions: readonly PastSession[]): boolean {
  const last = sessions.slice(-PROOFS);
  return last.length === PROOFS && last.every(isQuiet) && new Set(last.map(({ day }) => day)).size === PROOFS;
}

/** The least risk of a horse that did this: one that hurt somebody, ran away or threw its rider; one that bucked, reared or kicked. */
const LOUD_FLOOR = 3;

/** The signed risk until something worse is seen; only a signature lowers it. `since`: the day of the signature, or null where nobody has signed. */
export function riskNow(
  signed: number,
  since: LocalDate | null,
  incidents: readonly (Pick<Incident, "kind" | "hurt" | "strength"> & { readonly day: LocalDate })[],
): { readonly risk: number; readonly raisedBy: { readonly kind: Incident["kind"]; readonly day: LocalDate } | null } {
  let [risk, raisedBy]: [number, { kind: Incident["kind"]; day: LocalDate } | null] = [signed, null];
  for (const incident of incidents) {
    if (since !== null && incident.day < since) continue;
    if (!isTrouble(incident) && !isRed(incident)) continue;
    const floor = isRed(incident) ? WILD_RISK : LOUD_INCIDENTS.includes(incident.kind) ? LOUD_FLOOR : 1;
    if (floor > risk) [risk, raisedBy] = [floor, { kind: incident.kind, day: incident.day }];
  }
  return { risk, raisedBy };
}
