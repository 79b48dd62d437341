/** Writes docs/a-year.md: what came of it, drawn and in figures, with every assumption beside it. */
import { mkdirSync, writeFileSync } from "node:fs";
import { type LocalDate } from "#core/calendar/local-date.ts";
import { KINDS } from "#core/horse/horse.ts";
import type { Week } from "#core/watch/weeks.ts";
import { KIND } from "#ui/words/labels-desk.ts";
import { besideFile, hoursFile, toldFile } from "./charts.tsx";
import { BY_COMMAND, BY_HAND, IN_PASSING, MORNING } from "./effort.ts";
import { type Compared, compare, honestyOf } from "./figures.ts";
import type { GuestTally, YearTally } from "./tally.ts";

export interface Years {
  readonly furlong: readonly YearTally[];
  readonly whiteboard: readonly YearTally[];
}
const FOLDER = "docs/a-year";
/** Stays after which a barn's own past bends its chances. */
const LEARNT = 40;

const one = (x: number): string => x.toFixed(1);
const table = (head: readonly string[], rows: readonly (readonly (string | number)[])[]): string =>
  [head, head.map(() => "---"), ...rows].map((row) => `| ${row.join(" | ")} |`).join("\n");
const all = <T>(years: readonly YearTally[], of: (year: YearTally) => readonly T[]): readonly T[] => years.flatMap(of);

/** Worse than the whiteboard beyond the luck of the seeds. */
const isWorse = ({ figure, low, high }: Compared): boolean => (figure.better === "more" ? high < 0 : low > 0);
const isBetter = ({ figure, low, high }: Compared): boolean => (figure.better === "more" ? low > 0 : high < 0);

function byKind({ furlong, whiteboard }: Years): string {
  const held = (years: readonly YearTally[], kind: string): string => {
    const goals = all(years, ({ guests }) =>
      [...guests.values()].filter((guest) => guest.kind === kind && guest.wentHome !== null),
    ).flatMap((guest: GuestTally) => guest.goals);
    return goals.length === 0
      ? "–"
      : `${Math.round((100 * goals.filter((goal) => goal.held).length) / goals.length)} % of ${goals.length}`;
  };
  return table(
    ["Kind of horse", "Wishes held, Steady Furlong", "Wishes held, whiteboard"],
    KINDS.map((kind) => [KIND[kind], held(furlong, kind), held(whiteboard, kind)]),
  );
}

function ridersOf(years: readonly YearTally[]): readonly string[] {
  const days = all(years, ({ hands }) => hands.slice(1).flatMap((hand) => [...hand.days.values()]));
  const mean = (of: (day: { sessions: number; rides: number }) => number): number =>
    days.reduce((sum, day) => sum + of(day), 0) / Math.max(1, days.length);
  const spread = Math.sqrt(mean((day) => (day.sessions - mean((other) => other.sessions)) ** 2));
  return [
    one(mean(({ sessions }) => sessions)),
    one(mean(({ rides }) => rides)),
    one(spread),
    String(Math.max(0, ...days.map(({ rides }) => rides))),
  ];
}

const weeksOf = ({ weeks }: YearTally): readonly Week[] =>
  [...weeks]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([monday, week]) => ({ monday: monday as LocalDate, ...week, load: 0, ratio: null }));

function pageOf(years: Years, command: string): string {
  const compared = compare(years.furlong, years.whiteboard);
  const [first] = years.furlong;
  if (!first) throw new Error("the page tells of at least one year by the application");
  const told = all(years.furlong, ({ forecasts }) => forecasts);
  const [cold, after] = [
    honestyOf(told.filter(({ closedBefore }) => closedBefore < LEARNT)),
    honestyOf(told.filter(({ closedBefore }) => closedBefore >= LEARNT)),
  ];
  const alarms = years.furlong.reduce(
    (sum, { alarms: { right, wrong } }) => ({ right: sum.right + right, all: sum.all + right + wrong }),
    { right: 0, all: 0 },
  );
  const incidents = all(years.furlong, ({ guests }) => [...guests.values()].flatMap((guest) => guest.incidents));
  const warned = incidents.filter((incident) => incident.warned).length;
  const refused = new Map<string, number>();
  for (const year of years.furlong) for (const [what, times] of year.refused) refused.set(what, (refused.get(what) ?? 0) + times);
  const pages = [...new Set(all(years.furlong, (year) => [...year.pages.keys()]))].map((page) => {
    const times = all(years.furlong, (year) => year.pages.get(page) ?? [])
      .slice()
      .sort((a, b) => a - b);
    const least = times[0] ?? 1;
    return [
      page,
      times.length,
      `×${one((times[Math.floor(times.length * 0.5)] ?? 0) / least)}`,
      `×${one((times[Math.floor(times.length * 0.95)] ?? 0) / least)}`,
    ];
  });
  const taps = years.furlong.reduce((sum, year) => sum + year.manager.taps / year.days, 0) / years.furlong.length;
  return `# A year in the barn

This page is written by the command, and by nobody's hand:

\`\`\`
${command}
\`\`\`

It lived ${years.furlong.length === 1 ? "one barn" : `${years.furlong.length} barns`} of ${first.horses} stalls for ${first.days} days from Mon 5 Jan 2026, each twice with the same horses, people, weather and luck: once by Steady Furlong, through the commands
that its screens use, on its real database; once by whiteboard, telephone and memory. What a horse truly is nobody reads but the horse: both see what it shows
and what riders score. How it is made, and what is assumed, stands below. **These are simulated horses. Nothing here was measured in a barn.**

## What came of it

![Both barns on a line each](a-year/beside.svg)

${table(
  ["", "Steady Furlong", "Whiteboard", "Difference, nine draws of ten", ""],
  compared.map((row) => [
    `${row.figure.words}${row.figure.unit ? ` (${row.figure.unit})` : ""}`,
    one(row.furlong),
    one(row.whiteboard),
    `${one(row.low)} to ${one(row.high)}`,
    isBetter(row) ? "better" : isWorse(row) ? "**worse**" : "no telling",
  ]),
)}

The interval draws the seeds again with putting back, and of incidents, which are counted one by one, their own luck too; "no telling" means that it holds 0.

${
  compared.some(isWorse)
    ? `### Where the whiteboard is better\n\n${compared
        .filter(isWorse)
        .map(({ figure }) => `- ${figure.words}: ${figure.whyWorse ?? "nobody has found out why yet."}`)
        .join("\n")}\n`
    : "On none of these is the whiteboard better beyond the luck of the seeds.\n"
}
${byKind(years)}

## Chances that were told

A chance counts at a quarter, at half and at three quarters of each term; it came true where the record met the goal by the last day.

![Chances told and what came of them](a-year/told.svg)

${table(
  ["", "Chances", "Told on average", "Came true", "Calibration error"],
  [
    ["Before forty stays had gone home", cold],
    ["After that", after],
  ].flatMap(([name, honesty]) => {
    const { bins, count, error } = honesty as ReturnType<typeof honestyOf>;
    if (count === 0) return [];
    const mean = (of: (bin: (typeof bins)[number]) => number): number =>
      bins.reduce((sum, bin) => sum + of(bin) * bin.count, 0) / count;
    return [
      [String(name), count, mean(({ told: chance }) => chance).toFixed(2), mean(({ came }) => came).toFixed(2), error.toFixed(3)],
    ];
  }),
)}

Alarms of a standstill: ${alarms.right} of ${alarms.all} were raised while the horse truly hurt. Of ${incidents.length} incidents ${warned} came after a warning of the fortnight before: an alarm, or a sore sign that a
rider wrote down. Checks found something in ${years.furlong.reduce((sum, { checks }) => sum + checks.found, 0)} of ${years.furlong.reduce((sum, { checks }) => sum + checks.asked, 0)} looks; by whiteboard in ${years.whiteboard.reduce((sum, { checks }) => sum + checks.found, 0)} of ${years.whiteboard.reduce((sum, { checks }) => sum + checks.asked, 0)}.

## Riders

${table(
  ["", "Sessions a day", "Rides a day", "Spread of sessions", "Most rides of a day"],
  [
    ["Steady Furlong", ...ridersOf(years.furlong)],
    ["Whiteboard", ...ridersOf(years.whiteboard)],
  ],
)}

Hours of all horses by week, the first barn, by Steady Furlong:

![Hours by week](a-year/hours.svg)

The manager's part was ${one(taps)} taps a day by Steady Furlong.

## What held on every day

- Every card stood by the board's own rules when the day was handed out; nobody was in two places.
- Every horse that was here stood on the sheet, was due, or had a reason.
- Nobody rode against a hold, an open check or without a signature unseen: what was written down so was marked, and the office was told.
- A record that a phone sent twice was written once. Every session that was given stood in the record when its horse went home.
- Every report told the sessions that the record has. No letter was written twice.
- A backup of ${years.furlong.map(({ restored }) => restored ?? "no day").join(", ")} was read into another database and was the same, table by table.

What the application refused of what its people tried, as people do:

${
  refused.size === 0
    ? "Nothing."
    : table(
        ["Command and reason", "Times"],
        [...refused].sort((a, b) => b[1] - a[1]),
      )
}

How long pages took to read, against the fastest of their kind in the same run:

${table(["Page", "Read", "Half of them within", "95 of 100 within"], pages)}

## What is assumed

- Horses come from the six families of the forecast's bench (\`bench/herds\`), with ceilings, forgetting and moods that are not the model's. About a third hurt somewhere from some day on: saddle, back, teeth, feet, stomach or
  a leg. It learns next to nothing while it hurts, shows signs of it now and then, and is likelier to have an incident under tack (\`year/horse.ts\`).
- An incident's chance rises with a hot horse, work that comes too early (what a skill rests on is below 1.7 and the horse does not do it at 2 anyway), pain, wind, days off, a rider below the horse's grade, and a fright that is not worked off; it falls with a second person and with the ground
  check. The figures are this simulation's (\`year/horse.ts\`), the same for both barns.
- People skip the ground check, score late, forget, give all fours and send twice, each by their own habits; both barns have the same absences, a week of fever, five days of flood, holidays and both clock changes.
- By Steady Furlong a horse is worked as long as its card says, a quarter of an hour to an hour; by whiteboard each has an hour, of which three quarters are work.
- The manager takes what the application proposes: goals of the owner's words, how far the horse gets where they are not for this term, checks, big steps, added sessions.
- By whiteboard work follows the ladder's order by the last scores, horses go to their usual rider or to who is free, a few are forgotten, and somebody is rung when sore signs have shown four times over two weeks.
- Minutes are counted plainly. By Steady Furlong: ${Object.entries(BY_COMMAND)
    .map(([command, { taps: t, seconds }]) => `${command} ${t} taps, ${seconds} s`)
    .join(
      "; ",
    )}; any other ${IN_PASSING.taps} tap, ${IN_PASSING.seconds} s; each morning ${MORNING.taps} taps, ${MORNING.seconds} s.
  By whiteboard, seconds: ${Object.entries(BY_HAND)
    .map(([what, seconds]) => `${what.replaceAll(/[A-Z]/g, (x) => ` ${x.toLowerCase()}`)} ${seconds}`)
    .join(", ")}.
`;
}

export function writePage(years: Years, command: string): void {
  mkdirSync(FOLDER, { recursive: true });
  writeFileSync("docs/a-year.md", pageOf(years, command));
  writeFileSync(`${FOLDER}/beside.svg`, besideFile(compare(years.furlong, years.whiteboard)));
  writeFileSync(`${FOLDER}/told.svg`, toldFile(honestyOf(all(years.furlong, ({ forecasts }) => forecasts))));
  const [first] = years.furlong;
  if (first) writeFileSync(`${FOLDER}/hours.svg`, hoursFile(weeksOf(first)));
}
