/** What a rider must know before touching a horse, from its record as it stood before a session. */

import type { Essentials } from "#contracts/views.card.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { changedBySession } from "#core/card/changed.ts";
import type { Complaint } from "#core/card/complaint.ts";
import { type Strength, signOf } from "#core/intake/signs.ts";
import type { HardSide } from "#core/reading/hard-side.ts";
import type { Worked } from "#db/queries/card.ts";
import type { Evaluation } from "#db/queries/intake.ts";

/** A place or sign of so much strength is told. */
export const WORTH_TELLING = 2;

/** What this horse has shown before, the most often first. */
function usualSigns(latest: Evaluation | null, earlier: readonly Worked[]): readonly string[] {
  const seen = [...(latest?.walk.signs ?? []), ...earlier.flatMap(({ signs }) => signs)].map(({ sign }) => sign);
  const times = new Map<string, number>();
  for (const sign of seen) times.set(sign, (times.get(sign) ?? 0) + 1);
  return [...times].sort(([, a], [, b]) => b - a).map(([sign]) => sign);
}

/** Each sign once, at its strongest, however many rungs and sides it was seen at. */
function cautionsOf(signs: Evaluation["walk"]["signs"]): Essentials["cautions"] {
  const strongest = new Map<string, Strength>();
  for (const { sign, strength } of signs)
    if (!signOf(sign).good && strength >= WORTH_TELLING && strength > (strongest.get(sign) ?? 0)) strongest.set(sign, strength);
  return [...strongest].map(([sign, strength]) => ({ sign, strength }));
}

export function essentialsOf(
  {
    complaint,
    evaluations,
    worked,
    hard,
  }: {
    complaint: Complaint | null;
    evaluations: readonly Evaluation[];
    worked: readonly Worked[];
    hard: HardSide;
  },
  day: LocalDate,
): Essentials {
  const latest = evaluations.filter((evaluation) => evaluation.closedAt && evaluation.day <= day).at(-1) ?? null;
  const earlier = worked.filter((session) => session.day < day);
  const last = earlier.at(-1);
  const incident = earlier.filter((session) => session.incidents.length > 0).at(-1);
  const kind = incident?.incidents.at(-1)?.kind;
  const before = [
    ...evaluations.flatMap((one) =>
      last && one.closedAt && one.day <= last.day
        ? one.walk.marks.flatMap(({ skill, side, score }) => (score === null ? [] : [{ skill, side, score }]))
        : [],
    ),
    ...earlier.slice(0, -1).flatMap(({ scores }) => scores),
  ];
  return {
    complaint,
    hard,
    usualSigns: usualSigns(latest, earlier),
    cautions: cautionsOf(latest?.walk.signs ?? []),
    touchy: (latest?.walk.touches ?? []).filter((touch) => touch.strength >= WORTH_TELLING),
    lastIncident: incident && kind ? { kind, day: incident.day } : null,
    lastTime: last
      ? {
          day: last.day,
          rider: last.rider,
          word: last.word,
          nextTime: last.nextTime,
          tack: last.tack,
          weather: last.weather,
          changed: changedBySession(last, before),
        }
      : null,
  };
}
