/** What to be careful with: what went wrong, what still shows, and what showed once and is gone. */
import type { LocalDate } from "../calendar/local-date.ts";
import type { Complaint } from "../card/complaint.ts";
import { signOf } from "../intake/signs.ts";
import { must } from "../kernel/assert.ts";
import { groupBy } from "../kernel/group.ts";
import { neverTried } from "./ahead.ts";
import type { ReportFacts, ReportSession, Statement } from "./facts.ts";
import { statement } from "./key.ts";
import { intakeOf, LATELY } from "./seen.ts";

/** So many sessions without it, and a sign has faded. */
const FADED = 5;
/** Once is chance. */
const OFTEN = 2;
/** From this risk on no report says that there is nothing to mind. */
const RISKY = 3;

const lastOf = (days: readonly LocalDate[]): LocalDate => must([...days].sort().at(-1), "there is a day");

export function incidentsIn(sessions: readonly ReportSession[]): Statement[] {
  const incidents = sessions.flatMap(({ card, day, record }) => record.incidents.map(({ kind }) => ({ kind, day, card })));
  return [...groupBy(incidents, ({ kind }) => kind)].map(([kind, list]) =>
    statement(
      { code: "incidents", kind, times: list.length, last: lastOf(list.map(({ day }) => day)) },
      list.map(({ card }) => card),
    ),
  );
}

/** Signs by session: those that still show in the last ones, and those that showed and faded. */
export function signsIn(sessions: readonly ReportSession[]): Statement[] {
  const seen = sessions.flatMap(({ card, day, record }, at) =>
    [...new Set(record.signs.flatMap(({ sign }) => (signOf(sign).good ? [] : [sign])))].map((sign) => ({ sign, card, day, at })),
  );
  const last = sessions.length;
  return [...groupBy(seen, ({ sign }) => sign)].flatMap(([sign, list]) => {
    const cards = list.map(({ card }) => card);
    const lately = list.filter(({ at }) => at >= last - LATELY);
    const hasFaded = list.every(({ at }) => at < last - FADED);
    if (list.length < OFTEN) return [];
    if (hasFaded)
      return [statement({ code: "sign-faded", sign, times: list.length, last: lastOf(list.map(({ day }) => day)) }, cards)];
    if (lately.length < OFTEN) return [];
    return [
      statement(
        { code: "signs-lately", sign, times: lately.length },
        lately.map(({ card }) => card),
      ),
    ];
  });
}

/** Whether a session came to the moment at which the main problem was told to show. */
function cameTo(during: Complaint["during"][number], { record }: ReportSession): boolean {
  switch (during) {
    case "walk":
    case "trot":
    case "canter":
      return record.gaits.includes(during);
    case "mounting":
    case "getting-off":
      return record.saddleMinutes > 0;
    case "tacking":
      return record.tack.includes("saddle");
    case "ground":
    case "leading":
    case "tied":
      return true;
  }
}
/** What it was sent for, as far as it showed here at the moments that were told. */
function complaintNow({ complaint, sessions }: ReportFacts): Statement[] {
  if (!complaint || complaint.during.length === 0 || sessions.length === 0) return [];
  if (!sessions.some((one) => complaint.during.some((during) => cameTo(during, one))))
    return [statement({ code: "complaint-now", tried: false, seen: 0, lately: 0, last: null })];
  const seen = sessions.filter(({ record }) =>
    record.incidents.some(({ during }) => during !== "unknown" && complaint.during.includes(during)),
  );
  // A sign, or a school that went wrong, may be the main problem by another name: then nobody says that it did not show.
  if (seen.length === 0 && signsIn(sessions).length + jumpFaults(sessions).length > 0) return [];
  const lately = sessions.slice(-LATELY).filter((one) => seen.includes(one)).length;
  const last = seen.length > 0 ? lastOf(seen.map(({ day }) => day)) : null;
  return [
    statement(
      { code: "complaint-now", tried: true, seen: seen.length, lately, last },
      seen.map(({ card }) => card),
    ),
  ];
}

/** Over fences: where it rushed or refused. */
function jumpFaults(sessions: readonly ReportSession[]): Statement[] {
  const schools = sessions.flatMap(({ card, day, record }) => (record.jump ? [{ card, day, jump: record.jump }] : []));
  const isRushed = ({ jump }: (typeof schools)[number]): boolean => jump.pace === "rushes";
  const isRefused = ({ jump }: (typeof schools)[number]): boolean =>
    jump.results.some(({ stops, runOuts }) => stops + runOuts > 0);
  const faulty = schools.filter((one) => isRushed(one) || isRefused(one));
  if (faulty.length === 0) return [];
  const last = lastOf(faulty.map(({ day }) => day));
  return [
    statement(
      {
        code: "jump-faults",
        rushed: schools.filter(isRushed).length,
        refused: schools.filter(isRefused).length,
        schools: schools.length,
        last,
        isPast: schools.some(({ day }) => day > last),
      },
      faulty.map(({ card }) => card),
    ),
  ];
}

/** Loud enough, and near enough, to be among the first sentences. */
const LOUD: readonly string[] = ["bolt", "fall", "rear", "buck"];
const HAD_TO_BE_STOPPED = 2;
export function loudLately({ sessions, waits }: ReportFacts): Statement[] {
  const loud = sessions
    .slice(-LATELY)
    .flatMap(({ card, day, record }) =>
      record.incidents.flatMap(({ kind, strength }) =>
        LOUD.includes(kind) && strength >= HAD_TO_BE_STOPPED ? [{ card, day, kind }] : [],
      ),
    );
  const last = loud.at(-1);
  if (!last) return [];
  return [statement({ code: "short-incident", kind: last.kind, last: last.day, isHeld: waits.includes("trouble") }, [last.card])];
}

export function careful(facts: ReportFacts): Statement[] {
  const { sessions } = facts;
  const told = [...complaintNow(facts), ...incidentsIn(sessions), ...signsIn(sessions), ...jumpFaults(sessions)];
  const isQuiet =
    told.every(({ say }) => say.code === "complaint-now" && say.seen === 0) &&
    !intakeOf(facts)?.stoppedAt &&
    facts.waits.length === 0 &&
    (facts.risk ?? 0) < RISKY;
  return [...told, ...(isQuiet ? [statement({ code: "no-cautions" })] : []), ...(facts.kind === "end" ? neverTried(facts) : [])];
}
