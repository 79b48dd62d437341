import { z } from "zod/mini";
import { date, flag, list, oneOf, weekday, whole } from "#contracts/fields.ts";
import { HOLD_KINDS, holdsOverlap } from "#core/calendar/holds.ts";
import { COUNTINGS, readTerm, TERM_LENGTHS } from "#core/calendar/term.ts";
import { fileCommand } from "./file-command.ts";

const HoldFile = z
  .strictObject({ kind: z._default(oneOf(HOLD_KINDS), "owner"), from: date, to: z.nullable(date), stopsClock: flag })
  .check(
    z.refine((hold) => hold.to === null || hold.from <= hold.to, {
      path: ["to"],
      message: "The last day must not come before the first.",
    }),
  );

const TermFile = z
  .strictObject({
    format: z.literal("furlong-term/1", "The format must be “furlong-term/1”."),
    length: z.literal([...TERM_LENGTHS], "A term of 30, 60 or 90 days."),
    firstDay: date,
    firstDayIs: z._default(z.literal([0, 1], "0 or 1."), 1),
    sessionsAWeek: whole(1, 7, "sessions a week"),
    counting: z._default(oneOf(COUNTINGS), "calendar"),
    restDays: z._default(list(weekday, 6), []),
    holidays: z._default(list(date, 400), []),
    holds: z._default(list(HoldFile, 100), []),
    workFrom: z._default(z.nullable(date), null),
    delivered: z._default(list(date, 400), []),
    today: date,
  })
  .check(
    z.refine((file) => file.holds.every((hold, i) => file.holds.slice(i + 1).every((other) => !holdsOverlap(hold, other))), {
      path: ["holds"],
      message: "Two holds share a day: join them or move one.",
    }),
    z.refine((file) => file.delivered.every((day) => day <= file.today), {
      path: ["delivered"],
      message: "A session lies after today.",
    }),
  );

const round = (n: number): number => Math.round(n * 100) / 100;

/** Last day, working days, contracted, owed and pace of a term. */
export const termCommand = fileCommand(
  "what a term comes to: last day, working days, contracted, owed, pace",
  TermFile,
  ({ format: _format, today, ...facts }) => {
    const { pace, ...reading } = readTerm(facts, today);
    return {
      format: "furlong-term-reading/1",
      today,
      ...reading,
      pace: { ...pace, perWeek: pace.perWeek === null ? null : round(pace.perWeek) },
    };
  },
);
