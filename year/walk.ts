/** An evaluation as the manager walks it: what the horse does and shows on the day, measured with the tape. */
import { EMPTY_WALK, type WalkFields } from "#contracts/intake.ts";
import type { WalkView } from "#contracts/views.intake.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { RIDDEN_RUNG } from "#core/intake/instrument.ts";
import { NOT_MEASURED } from "#core/intake/measures.ts";
import { notYetForSaddle } from "#core/intake/outcome.ts";
import { sidesOf } from "#core/kernel/sides.ts";
import { SHIPPED, skillOf } from "#shipped/ladder.ts";
import type { Stabled } from "./lived-barn.ts";
import { luck } from "./luck.ts";
import { type World, windOf } from "./world.ts";

export function walkOf(
  world: World,
  { living, ridden }: Pick<Stabled, "living" | "ridden">,
  { rungs, kind }: Pick<WalkView, "rungs" | "kind">,
  day: LocalDate,
): WalkFields {
  const { guest } = living;
  const random = luck(world.seed, "walk", guest.key, day);
  const walk = structuredClone(EMPTY_WALK) as WalkFields;
  walk.measures = {
    ...NOT_MEASURED,
    girthCm: guest.girthCm,
    lengthCm: guest.lengthCm,
    withersCm: guest.heightCm,
    croupCm: guest.heightCm + (Number(day.slice(0, 4)) - guest.born < 4 ? 2 : 0),
    condition: 5,
    pulse: random.whole(32, 42),
    breaths: random.whole(9, 15),
    temperatureC: 37.5,
    fitness: guest.kind === "started" ? "fit" : "unknown",
  };
  let tacked = false;
  for (const rung of rungs) {
    // Nobody gets on a horse for the first time to see what it does.
    if (rung.id === RIDDEN_RUNG && (!ridden || notYetForSaddle(walk.marks, SHIPPED).length > 0)) continue;
    const marks = rung.skills.flatMap((skill) =>
      sidesOf(skillOf(skill).sided).map((side) => ({ skill, side, score: living.look(skill, side, day) })),
    );
    walk.marks.push(...marks);
    tacked ||= rung.skills.includes("girth");
    if (kind === "intake" && marks.length > 0 && marks.filter(({ score }) => score === 0).length > marks.length / 2) {
      walk.stoppedAt = rung.id;
      walk.stopReason = "It does not know this yet.";
      break;
    }
  }
  const last = walk.stoppedAt ?? rungs.at(-1)?.id;
  const walked = rungs.slice(0, rungs.findIndex(({ id }) => id === last) + 1);
  for (const shown of living.shows(day, { tacked, windMps: windOf(world, day) })) {
    const rung = walked.find(({ signs }) => signs.includes(shown.sign));
    if (rung) walk.signs.push({ ...shown, rung: rung.id, moment: null, trend: "unknown" });
  }
  walk.tries = random.whole(2, 7);
  walk.settleMinutes = Math.round(2 + 10 * guest.hot);
  return walk;
}
