import { EMPTY_HAND_OVER } from "#contracts/owner.ts";
import type { BookingView, TermRules, TermsView } from "#contracts/views.ts";
import { readTerm } from "#core/calendar/term.ts";
import { must } from "#core/kernel/assert.ts";
import { methodsWith } from "#core/ladder/methods.ts";
import type { Barn } from "#db/queries/barn.ts";
import { listVisits } from "#db/queries/homework.ts";
import { isForgotten } from "#db/queries/keeping.ts";
import { findHandOver } from "#db/queries/owner-answers.ts";
import { listPeople } from "#db/queries/people.ts";
import { findDetails, listKnownHorses, listStays, type Stay } from "#db/queries/stays.ts";
import { barnOf } from "../barn/barn-of.ts";
import type { Deps } from "../container.ts";
import { intakeDay, termFacts } from "./facts.ts";
import type { Opened } from "./read-horse.ts";

const rulesOf = (barn: Barn, today: TermRules["today"], stay: Stay | null): TermRules => ({
  today,
  firstDayIs: barn.firstDayIs,
  restDays: barn.restDays,
  holidays: barn.holidays,
  holds: stay?.holds ?? [],
  delivered: stay?.delivered ?? [],
  givenUntil: stay?.givenUntil ?? null,
  intake: stay && intakeDay(stay),
  methods: methodsWith(barn.methods),
});

/** More than any barn has booked again. */
const KNOWN_SHOWN = 300;
/** What the form that books a stay needs of the barn. */
export async function readBooking(deps: Deps): Promise<BookingView> {
  const [barn, people, known] = await Promise.all([barnOf(deps), listPeople(deps.sql), listKnownHorses(deps.sql, KNOWN_SHOWN)]);
  return {
    known,
    rules: rulesOf(barn, deps.clock.today(barn.timeZone), null),
    riders: people
      .filter(({ rides, retiredOn }) => rides && retiredOn === null)
      .map(({ rides, weightKg }) => ({ rides, weightKg })),
  };
}

export async function readTerms({ sql }: Deps, { stay, barn, today }: Opened): Promise<TermsView> {
  const [details, stays, people, handOver, visits, forgotten] = await Promise.all([
    findDetails(sql, stay.id),
    listStays(sql),
    listPeople(sql),
    findHandOver(sql, stay.id),
    listVisits(sql, stay.id),
    isForgotten(sql, stay.id),
  ]);
  const { release } = handOver?.content ?? EMPTY_HAND_OVER;
  const {
    kind,
    aim,
    complaint,
    complaintDuring,
    complaintLedBy,
    length,
    firstDay,
    sessionsAWeek,
    givenBefore,
    counting,
    method,
    afterDays,
    afterLevel,
    afterWords,
  } = stay;
  return {
    stay: stay.id,
    horse: stay.horse,
    version: stay.version,
    fields: {
      kind,
      aim,
      complaint,
      complaintDuring,
      complaintLedBy,
      length,
      firstDay,
      sessionsAWeek,
      givenBefore,
      counting,
      method,
      afterDays,
      afterLevel,
      afterWords,
    },
    riskSet: stay.riskSet,
    rules: rulesOf(barn, today, stay),
    wentHome: stay.wentHome,
    forgotten,
    leaving: {
      owed: Math.max(0, readTerm(termFacts(stay, barn), stay.wentHome ?? today).owed),
      policy: barn.owedPolicy,
      report: stay.reportNumber,
      lessonGiven: visits.some(({ content }) => content.kind === "lesson" && content.state === "given"),
      open: release.filter(({ done }) => !done).map(({ item }) => item),
    },
    details: must(details, "a stay has a horse and a client"),
    holds: stay.holds,
    holdPolicy: barn.holdPolicy,
    apart: stay.apart,
    keptFrom: stay.keptFrom,
    people: people.filter(({ retiredOn }) => retiredOn === null).map(({ id, name }) => ({ id, name })),
    others: stays.filter((other) => other.id !== stay.id).map((other) => ({ stay: other.id, horse: other.horse })),
  };
}
