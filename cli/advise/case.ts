/** furlong-case/1: one horse on one day. Missing fields are unknown, empty or null; unknown ones are refused. */
import { z } from "zod/mini";
import {
  date,
  flag,
  list,
  number,
  oneOf,
  score,
  side,
  sign,
  skill,
  strength,
  tack,
  weekday,
  whole,
  words,
} from "#contracts/fields.ts";
import { LadderFile } from "#contracts/ladder.ts";
import { HOLD_KINDS } from "#core/calendar/holds.ts";
import { TERM_LENGTHS } from "#core/calendar/term.ts";
import { DURINGS, HURT, INCIDENT_KINDS, LED_BYS, SESSION_KINDS, WEATHERS } from "#core/card/card.ts";
import { MOUNT_STEPS } from "#core/card/first-step.ts";
import { RESTRICTED_WORK } from "#core/check/check.ts";
import { VERDICTS } from "#core/forecast/chance.ts";
import { HISTORY_ANSWERS, HISTORY_TOPICS, HORSE_CLASSES, KINDS, SEXES } from "#core/horse/horse.ts";
import { CHECK_RESULTS, MOMENTS, TRENDS } from "#core/intake/cause-rules.ts";
import { CAUSE_IDS } from "#core/intake/causes.ts";
import { HOLDS } from "#core/intake/findings.ts";
import { RUNG_IDS } from "#core/intake/instrument.ts";
import { EVALUATION_KINDS } from "#core/intake/outcome.ts";
import { METHODS } from "#core/ladder/methods.ts";
import { GATE_TICKS, RED_SIGNS } from "#core/permission/ground-check.ts";
import { FITNESS } from "#core/tools/load.ts";

const orElse = z._default;
const maybe = <T extends z.core.$ZodType>(of: T) => orElse(z.nullable(of), null as never);
const name = z.string("A name.").check(z.minLength(1, "A name."), z.maxLength(80, "At most 80 characters."));
const noWords = orElse(words(2000), "");

/** A number for a skill without sides, [left, right] else; null: not seen. */
const scored = z.union([z.nullable(score), z.tuple([z.nullable(score), z.nullable(score)])], "A score, [left, right], or null.");
const Marks = orElse(z.record(skill, scored), {});

const SignFile = z.strictObject({
  sign,
  side: orElse(side, "both"),
  strength: orElse(strength, 2),
  rung: maybe(oneOf(RUNG_IDS)),
  skill: maybe(skill),
  moment: maybe(oneOf(MOMENTS)),
  trend: orElse(oneOf(TRENDS), "unknown"),
});
const EvaluationFile = z.strictObject({
  day: date,
  kind: orElse(oneOf(EVALUATION_KINDS), "intake"),
  stoppedAt: maybe(oneOf(RUNG_IDS)),
  marks: Marks,
  signs: orElse(list(SignFile, 100), []),
  settleMinutes: maybe(whole(0, 240, "minutes")),
});
const step = z.nullable(oneOf(MOUNT_STEPS));
const SessionFile = z.strictObject({
  day: date,
  rider: orElse(name, "somebody"),
  helper: maybe(name),
  kind: orElse(oneOf(SESSION_KINDS), "ground"),
  ground: orElse(whole(0, 240, "minutes"), 0),
  saddle: orElse(whole(0, 240, "minutes"), 0),
  circles: orElse(whole(0, 240, "minutes"), 0),
  tack: orElse(list(tack, 20), []),
  scores: Marks,
  signs: orElse(list(SignFile, 40), []),
  redSigns: orElse(list(oneOf(RED_SIGNS), RED_SIGNS.length), []),
  incidents: orElse(
    list(
      z.strictObject({
        kind: oneOf(INCIDENT_KINDS),
        during: orElse(oneOf(DURINGS), "unknown"),
        /** What led to it, or the skill that was worked. */
        ledBy: orElse(list(z.union([oneOf(LED_BYS), skill], "A word for what led to it, or a skill."), 10), []),
        strength: orElse(strength, 2),
        hurt: orElse(oneOf(HURT), "nobody"),
        before: noWords,
      }),
      20,
    ),
    [],
  ),
  place: maybe(name),
  weather: orElse(oneOf(WEATHERS), "calm"),
  mount: maybe(z.strictObject({ left: step, right: step })),
  endedWell: orElse(flag, true),
  nextTime: noWords,
  word: noWords,
  measures: orElse(z.record(skill, z.record(z.string(), number(0, 100_000))), {}),
  course: orElse(list(z.tuple([number(0, 600, "minutes"), oneOf(["tight", "leaving", "softening", "soft"])]), 200), []),
});

export const CaseFile = z.strictObject({
  format: z.literal("furlong-case/1", "The format must be “furlong-case/1”."),
  today: date,
  barn: orElse(
    z.strictObject({
      method: orElse(oneOf(METHODS.map(({ id }) => id)), "quiet-steps"),
      restDays: orElse(list(weekday, 6), []),
      holidays: orElse(list(date, 400), []),
      /** Of its own; null: the shipped one. */
      ladder: maybe(LadderFile),
    }),
    { method: "quiet-steps", restDays: [], holidays: [], ladder: null },
  ),
  horse: z.strictObject({
    born: maybe(z.union([whole(1970, 2100), date], "A year, or a date.")),
    sex: orElse(oneOf(SEXES), "unknown"),
    class: orElse(oneOf(HORSE_CLASSES), "adult"),
    heightCm: maybe(number(50, 220, "centimetres")),
    growthCm: maybe(number(-20, 20, "centimetres")),
    condition: maybe(number(1, 9)),
    weightKg: maybe(number(30, 1200, "kilograms")),
    weighed: maybe(date),
    history: orElse(z.partialRecord(oneOf(HISTORY_TOPICS), oneOf(HISTORY_ANSWERS)), {}),
  }),
  stay: z.strictObject({
    kind: oneOf(KINDS),
    fit: orElse(oneOf(FITNESS), "unknown"),
    term: z.literal([...TERM_LENGTHS], "A term of 30, 60 or 90 days."),
    firstDay: date,
    sessionsAWeek: whole(1, 7, "sessions a week"),
    aim: noWords,
    complaint: noWords,
  }),
  signed: maybe(
    z.strictObject({
      day: date,
      risk: whole(1, 5),
      ridden: orElse(flag, true),
      secondPerson: orElse(flag, false),
      sessionMinutes: maybe(whole(10, 240, "minutes")),
      circleMinutes: maybe(whole(0, 240, "minutes")),
    }),
  ),
  goals: maybe(
    list(
      z.strictObject({
        skill,
        side: orElse(side, "both"),
        target: orElse(z.literal([3, 4, 5], "A target of 3, 4 or 5."), 3),
        weight: orElse(z.literal([1, 2, 3], "A weight of 1, 2 or 3."), 2),
        must: orElse(flag, false),
        by: maybe(date),
        verdict: maybe(oneOf(VERDICTS)),
        measure: orElse(z.record(z.string(), number(0, 100_000)), {}),
      }),
      40,
    ),
  ),
  evaluations: orElse(list(EvaluationFile, 10), []),
  sessions: orElse(list(SessionFile, 600), []),
  checks: orElse(
    list(
      z.strictObject({
        cause: maybe(oneOf(CAUSE_IDS)),
        ordered: date,
        due: maybe(date),
        answered: maybe(date),
        released: maybe(date),
        result: maybe(oneOf(CHECK_RESULTS)),
        holds: orElse(oneOf(HOLDS), "nothing"),
        skills: orElse(list(skill, 12), []),
        restrict: orElse(list(z.strictObject({ what: oneOf(RESTRICTED_WORK), until: maybe(date), words: noWords }), 8), []),
      }),
      40,
    ),
    [],
  ),
  holds: orElse(
    list(
      z.strictObject({
        kind: orElse(oneOf(HOLD_KINDS), "owner"),
        from: date,
        to: maybe(date),
        stopsClock: maybe(flag),
        reason: noWords,
      }),
      100,
    ),
    [],
  ),
  people: orElse(
    list(
      z.strictObject({
        id: name,
        grade: whole(1, 5),
        weightKg: maybe(number(25, 200, "kilograms, with tack")),
        rides: orElse(flag, true),
        keptFrom: orElse(flag, false),
        specialist: maybe(flag),
      }),
      100,
    ),
    [],
  ),
  card: maybe(
    z.strictObject({
      rider: maybe(name),
      helper: maybe(name),
      place: orElse(name, "pen"),
      ticks: orElse(
        z.union([oneOf(["all", "none"]), list(oneOf(GATE_TICKS), GATE_TICKS.length)], "“all”, “none” or a list."),
        "none",
      ),
      redSigns: orElse(list(oneOf(RED_SIGNS), RED_SIGNS.length), []),
      skills: maybe(list(skill, 20)),
    }),
  ),
  weather: maybe(
    z.strictObject({
      windMps: orElse(number(0, 60, "metres a second"), 0),
      temperatureC: orElse(number(-40, 60, "degrees"), 15),
      humidity: orElse(number(0, 100, "per cent"), 50),
    }),
  ),
});
export type Case = z.output<typeof CaseFile>;
