/** What the manager of the demo barn saw on a walk and signed under it. */
import { EMPTY_WALK, type JudgementFields, type WalkFields } from "#contracts/intake.ts";
import type { ClosedEvaluationView, SignedGoal } from "#contracts/views.intake.ts";
import { RIDDEN_RUNG, RUNGS } from "#core/intake/instrument.ts";
import { NOT_MEASURED } from "#core/intake/measures.ts";
import { type EvaluationKind, notYetForSaddle } from "#core/intake/outcome.ts";
import type { Random } from "#core/kernel/random.ts";
import { sidesOf } from "#core/kernel/sides.ts";
import { SHIPPED, skillOf } from "#shipped/ladder.ts";
import { TOUCHY, WHEN } from "./bodies.ts";
import type { Character } from "./cast.ts";
import type { Truth } from "./truth.ts";

function measuresOf(c: Character, random: Random): WalkFields["measures"] {
  const fat = c.fitness === "unfit" ? 6 : 5;
  const felt = (): number => fat + (random.chance(0.3) ? 1 : 0) - (random.chance(0.3) ? 1 : 0);
  return {
    ...NOT_MEASURED,
    girthCm: c.girthCm,
    lengthCm: c.lengthCm,
    withersCm: c.heightCm,
    croupCm: c.heightCm + (c.born !== null && c.born >= 2022 ? 2 : 0),
    neckCm: Math.round(c.girthCm * 0.53),
    placeNeck: felt(),
    placeWithers: felt(),
    placeShoulder: felt(),
    placeRibs: felt(),
    placeLoin: felt(),
    placeTail: felt(),
    pulse: random.whole(32, 42),
    breaths: random.whole(9, 15),
    temperatureC: 37.4 + random.whole(0, 8) / 10,
    refillSeconds: 1.5,
    build: c.class === "pony" ? "pony" : "unknown",
    fitness: c.fitness,
  };
}

export function walkFor(c: Character, truth: Truth, random: Random, kind: EvaluationKind): WalkFields {
  const walk: WalkFields = structuredClone(EMPTY_WALK) as WalkFields;
  walk.measures = measuresOf(c, random);
  for (const rung of RUNGS) {
    if (rung.id === RIDDEN_RUNG && notYetForSaddle(walk.marks, SHIPPED).length > 0) continue;
    const marks = rung.skills.flatMap((skill) =>
      sidesOf(skillOf(skill).sided).map((side) => ({ skill, side, score: truth.score(skill, side) })),
    );
    walk.marks.push(...marks);
    const worst = marks.filter((mark) => mark.score === 0).length;
    const unsafe = rung.skills.length > 0 && worst > marks.length / 2;
    if (unsafe && kind === "intake") {
      walk.stoppedAt = rung.id;
      walk.stopReason = "Not safe to go on: it does not know this yet.";
      break;
    }
  }
  if (kind === "intake") {
    walk.signs = c.signs.map(([rung, sign, side, strength]) => ({
      rung,
      sign,
      side,
      strength,
      moment: WHEN[c.horse]?.[sign] ?? null,
      trend: "unknown",
    }));
    walk.touches = (TOUCHY[c.horse] ?? []).map((touch) => ({ ...touch }));
  }
  walk.signs.push({ rung: "yields", sign: "licks", side: "both", strength: 1, moment: null, trend: "unknown" });
  walk.tries = random.whole(2, 7);
  walk.settleMinutes = c.hot > 0.4 ? random.whole(8, 14) : random.whole(2, 6);
  return walk;
}

/** What the goals wait for, as far as the way to it is open. */
function wantedNext(view: ClosedEvaluationView, told: readonly SignedGoal[]): readonly string[] {
  const open = new Set(view.outcome.starting.flatMap((point) => point.next));
  return told
    .flatMap(({ missing }) => missing.map(({ skill }) => skill))
    .filter((skill, i, all) => open.has(skill) && all.indexOf(skill) === i);
}

/** She signs what the rules read, orders checks by herself on the Checks screen, and names a focus; `told`: how her goals are answered. */
export const judgementOf = (view: ClosedEvaluationView, told: readonly SignedGoal[]): JudgementFields => ({
  ...view.proposal,
  checks: [],
  focus: wantedNext(view, told)
    .slice(0, 2)
    .map((id) => skillOf(id).words)
    .concat(view.hard === "even" ? [] : [`The ${view.hard} side first, twice as many short tries`]),
});
