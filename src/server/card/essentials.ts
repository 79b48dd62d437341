/** What a rider must know before touching a horse, from its record as it stood before a session. */
import type { Essentials } from "#contracts/views.card.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { signOf } from "#core/intake/signs.ts";
import { hardSide, type Levels } from "#core/ladder/level.ts";
import { SKILLS } from "#core/ladder/skills.ts";
import type { Worked } from "#db/queries/card.ts";
import type { Evaluation } from "#db/queries/intake.ts";

/** A place or sign of so much strength is told. */
const WORTH_TELLING = 2;

export function essentialsOf(
  { evaluations, worked, levels }: { evaluations: readonly Evaluation[]; worked: readonly Worked[]; levels: Levels },
  day: LocalDate,
): Essentials {
  const latest = evaluations.filter((evaluation) => evaluation.closedAt && evaluation.day <= day).at(-1) ?? null;
  const earlier = worked.filter((session) => session.day < day);
  const last = earlier.at(-1);
  const incident = earlier.filter((session) => session.incidents.length > 0).at(-1);
  const kind = incident?.incidents.at(-1)?.kind;
  return {
    hard: hardSide(levels, SKILLS).side,
    cautions: (latest?.walk.signs ?? [])
      .filter((seen) => !signOf(seen.sign).good && seen.strength >= WORTH_TELLING)
      .map(({ sign, strength }) => ({ sign, strength })),
    touchy: (latest?.walk.touches ?? []).filter((touch) => touch.strength >= WORTH_TELLING),
    lastIncident: incident && kind ? { kind, day: incident.day } : null,
    lastTime: last
      ? { day: last.day, rider: last.rider, word: last.word, nextTime: last.nextTime, tack: last.tack, weather: last.weather }
      : null,
  };
}
