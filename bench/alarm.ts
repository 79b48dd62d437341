/** How often the stall alarm is right, on horses whose stalls are known: `npm run bench:alarm [-- BARNS | --smallest]`. Per stay of any length, worst family counts. */
import { outlookOf } from "#core/forecast/outlook.ts";
import { herdOf, LADDER } from "./herds/barn.ts";
import { FAMILIES } from "./herds/family.ts";

/** The smallest form shows that it works, and measures nothing. */
const SMALLEST = process.argv.includes("--smallest");
const BARNS = SMALLEST ? 1 : Number(process.argv[2] ?? 6);
const STAYS = SMALLEST ? 1 : 10;
const two = (x: number): string => x.toFixed(2);
/** An alarm raised so many days after a stall has ended still speaks of it. */
const AFTER = 7;

for (const family of FAMILIES) {
  let [stays, days, falsely, stalls, found, soon, sessions, cost] = [0, 0, 0, 0, 0, 0, 0, 0];
  const delays: number[] = [];
  for (const stay of herdOf({ family, barns: BARNS, stays: STAYS, policy: "habit", seed: 11 })) {
    const begun = performance.now();
    const { alarms } = outlookOf({ kind: stay.kind, skills: LADDER.skills, seen: [], sessions: stay.sessions });
    cost += performance.now() - begun;
    sessions += stay.sessions.length;
    stays += 1;
    days += stay.term;
    const raised = alarms.filter(({ kind }) => kind === "stall").map(({ day }) => day);
    const [from, to] = stay.stall ?? [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
    falsely += raised.filter((day) => day < from || day > to + AFTER).length;
    // Only a stall that some work met outside handling can be seen.
    const affected = stay.sessions.filter(
      ({ day, work }) =>
        day >= from &&
        day <= to &&
        work.some(({ skill }) => LADDER.skills[LADDER.at.get(skill) as number]?.branch !== "handling"),
    );
    if (affected.length < 4) continue;
    stalls += 1;
    const first = raised.find((day) => day >= from && day <= to + AFTER);
    if (first === undefined) continue;
    found += 1;
    const delay = affected.filter(({ day }) => day <= first).length;
    delays.push(delay);
    if (delay <= 6) soon += 1;
  }
  delays.sort((a, b) => a - b);
  console.log(
    `${family.name}: ${stays} stays, ${two((60 * falsely) / days)} false alarms per sixty days, ${stalls} stalls, ` +
      `${two(found / stalls)} found, ${two(soon / stalls)} within six sessions, median ${delays[delays.length >> 1] ?? "none"}; ${(cost / sessions).toFixed(1)} ms a session`,
  );
}
