import { z } from "zod/mini";
import { list, number, oneOf, side, sign, strength, whole } from "#contracts/fields.ts";
import { HISTORY_ANSWERS, HISTORY_TOPICS, SEXES } from "#core/horse/horse.ts";
import { CHECK_RESULTS, MOMENTS, TRENDS, TRIAL_RESULTS, TRIALS } from "#core/intake/cause-rules.ts";
import { CAUSE_IDS, CAUSES, causeOf } from "#core/intake/causes.ts";
import { FEEDS, HOLDS, URGENCIES, weighFindings } from "#core/intake/findings.ts";
import { RUNG_IDS, RUNGS } from "#core/intake/instrument.ts";
import { SIGNS } from "#core/intake/signs.ts";
import { TRACK_SIDES } from "#core/kernel/sides.ts";
import { fileCommand } from "./file-command.ts";

/** 'Nothing there' beside anything else of the same; put right after it was found is none. */
const contradicts = (all: readonly { readonly cause: string; readonly result: string }[]): boolean =>
  all.some(({ cause, result }) => result === "clear" && all.some((other) => other.cause === cause && other.result !== "clear"));
const twoResults = (all: readonly { readonly change: string; readonly result: string }[]): boolean =>
  all.some(({ change, result }) => all.some((other) => other.change === change && other.result !== result));

const FindingsFile = z.strictObject({
  format: z.literal("furlong-findings/1", "The format must be “furlong-findings/1”."),
  sex: z._default(oneOf(SEXES), "unknown"),
  ageYears: z._default(z.nullable(whole(0, 50, "years")), null),
  history: z._default(z.partialRecord(oneOf(HISTORY_TOPICS), oneOf(HISTORY_ANSWERS)), {}),
  growthCm: z._default(z.nullable(number(-20, 20, "centimetres")), null),
  condition: z._default(z.nullable(number(1, 9)), null),
  daysOff: z._default(z.nullable(whole(0, 10_000, "days")), null),
  shodDaysAgo: z._default(z.nullable(whole(0, 10_000, "days")), null),
  feed: z._default(oneOf(FEEDS), "unknown"),
  seen: list(
    z.strictObject({
      sign,
      rung: oneOf(RUNG_IDS),
      side,
      strength,
      moment: z._default(z.nullable(oneOf(MOMENTS)), null),
      trend: z._default(oneOf(TRENDS), "unknown"),
      hind: z._default(z.nullable(oneOf(["left", "right"])), null),
    }),
    200,
  ),
  checks: z._default(
    list(z.strictObject({ cause: oneOf(CAUSE_IDS), result: oneOf(CHECK_RESULTS) }), 40).check(
      z.refine((all) => !contradicts(all), "The same check answered in two ways: keep the one that counts."),
    ),
    [],
  ),
  trials: z._default(
    list(z.strictObject({ change: oneOf(TRIALS), result: oneOf(TRIAL_RESULTS) }), 40).check(
      z.refine((all) => !twoResults(all), "The same trial with two results: keep the one that counts."),
    ),
    [],
  ),
});

/** Ranked places to look, each with its evidence, its check, how soon, and what waits. */
export const findingsCommand = fileCommand(
  "signs to places to look: causes with evidence, check, urgency, hold",
  FindingsFile,
  ({ format: _format, ...facts }) => {
    const { causes, urgency, holds } = weighFindings(facts);
    return {
      format: "furlong-findings-ranked/1",
      urgency,
      holds,
      causes: causes.map(({ cause, ...ranked }) => {
        const { words, who, check, cost } = causeOf(cause);
        return { cause, words, ...ranked, check: { who, what: check, cost } };
      }),
    };
  },
);

/** Every code in use, with its words where it has some. */
export const vocabulary = () => ({
  format: "furlong-findings-vocabulary/1",
  signs: SIGNS.map(({ id, words, good }) => ({ code: id, words, good })),
  rungs: RUNGS.map(({ id, words }) => ({ code: id, words })),
  causes: CAUSES.map(({ id, words, who, check }) => ({ code: id, words, who, check })),
  sides: TRACK_SIDES,
  moments: MOMENTS,
  trends: TRENDS,
  checkResults: CHECK_RESULTS,
  trials: TRIALS,
  trialResults: TRIAL_RESULTS,
  history: { topics: HISTORY_TOPICS, answers: HISTORY_ANSWERS },
  sexes: SEXES,
  feeds: FEEDS,
  urgencies: URGENCIES,
  holds: HOLDS,
});
