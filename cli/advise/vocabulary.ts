/** furlong-advice-vocabulary/1: every code that an advice may use. */
import { sidesOf } from "#core/kernel/sides.ts";
import { idsTagged } from "#core/ladder/ladder.ts";
import { BEARS, type Skill } from "#core/ladder/skill.ts";
import { GATE_TICKS, RED_SIGNS } from "#core/permission/ground-check.ts";
import { PROTOCOLS } from "#core/permission/protocol.ts";
import { REASON_CODES } from "#core/permission/reasons.ts";
import { STEP_LISTS, STEPS, type Step } from "#core/permission/steps.ts";
import { BECAUSE_CODES } from "#core/plan/because.ts";

export const adviceVocabulary = (ladder: readonly Skill[]) => ({
  format: "furlong-advice-vocabulary/1",
  skills: ladder.map(({ id, branch, words, sided, bears, grade, second, specialist, after, contains }) => ({
    code: id,
    words,
    branch,
    sides: sidesOf(sided),
    bears,
    grade,
    secondPerson: second,
    specialist,
    after,
    contains,
  })),
  reasons: [...REASON_CODES, "nobody-light-enough"],
  steps: STEPS.map((step: Step) => ({
    code: step,
    skills: idsTagged(ladder, ...STEP_LISTS[step].of),
    needs: STEP_LISTS[step].needs.flatMap((need): readonly object[] =>
      need.code === "level"
        ? idsTagged(ladder, need.tag).map((skill) => ({
            code: need.code,
            skill,
            at: need.at,
            ...(need.oneSide ? { oneSide: true } : {}),
          }))
        : [need],
    ),
  })),
  needs: [
    "nobody-light-enough",
    "not-signed",
    "weigh",
    "check-open",
    "check-found",
    "exit",
    "report",
    "stall",
    "behind",
    "time-off",
    "same-trouble",
    "step-ready",
    "dated-goal",
    "goal",
    "stuck",
    "next-goals",
  ],
  becauses: ["hold", ...BECAUSE_CODES],
  protocols: PROTOCOLS,
  bases: ["seen", "implied", "told", "none"],
  stages: ["unridden", "first-rides", "riding"],
  bears: BEARS,
  redSigns: RED_SIGNS,
  ticks: GATE_TICKS,
});
