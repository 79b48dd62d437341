/** Past sessions and measures out of a spreadsheet: rows of stays that the barn has, each found by its horse and its day. */
import { RecordFields } from "#contracts/card.ts";
import { here } from "#contracts/ladder.here.ts";
import { HorseMeasureFields, NOTHING_TAKEN } from "#contracts/stay.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { EMPTY_RECORD } from "#core/card/merge.ts";
import type { ScoreGiven } from "#core/card/score-given.ts";
import { dayHoursOf } from "#core/day/hours.ts";
import { DAY_GRID } from "#core/day/model.ts";
import { TAKEN } from "#core/horse/measuring.ts";
import { COLUMNS } from "#core/import/columns.ts";
import type { RowValues } from "#core/import/read-row.ts";
import type { NamedScore } from "#core/import/values.ts";
import type { PersonId, StayId } from "#core/kernel/brand.ts";
import { ok, type Result } from "#core/kernel/result.ts";
import { sidesOf } from "#core/kernel/sides.ts";
import type { Ladder } from "#core/ladder/ladder.ts";
import { insertRevisions, type NewRevision } from "#db/queries/card.ts";
import { insertCards, listPlaces, type NewCard } from "#db/queries/day.ts";
import { countLess, listAllSpans, listSessionKeys, type SpanOf } from "#db/queries/import.ts";
import { listMeasuring } from "#db/queries/measuring.ts";
import { listPeople } from "#db/queries/people.ts";
import { lockStay } from "#db/queries/stays.ts";
import { measure } from "../stay/manage.ts";
import { newId, type Work } from "../work.ts";
import { changesOf, faulty, fields, only, refused, type Taker } from "./row.ts";

/** So many sessions are written at once. */
const AT_ONCE = 400;
const MEASURE_KEYS = [...TAKEN, "words"] as const;

const byName = <T>(all: readonly T[], nameOf: (one: T) => string): ReadonlyMap<string, readonly T[]> => {
  const found = new Map<string, T[]>();
  for (const one of all) {
    const name = nameOf(one).toLowerCase();
    found.set(name, [...(found.get(name) ?? []), one]);
  }
  return found;
};
/** The stay that a row's horse had on its day. */
function stayOn(spans: ReadonlyMap<string, readonly SpanOf[]>, values: RowValues) {
  const named = String(values["horse"]);
  const day = values["day"] as LocalDate;
  const all = spans.get(named.toLowerCase()) ?? [];
  if (all.length === 0) return faulty("horse", "no-such-horse", named);
  const then = all.filter((one) => one.firstDay <= day && (!one.wentHome || day <= one.wentHome));
  const [only] = then;
  if (!only) return faulty("day", "not-in-a-stay", named);
  return then.length > 1 ? faulty("horse", "which-horse", named) : ok(only);
}

/** Skills by the words that the ladder has for them, by their beginning where it is one alone, or by their short names. */
function scoresOf(ladder: Ladder, given: readonly NamedScore[]): Result<readonly ScoreGiven[], string> {
  const scores: ScoreGiven[] = [];
  for (const { skill: named, left, right } of given) {
    const said = named.toLowerCase();
    const begun = ladder.skills.filter(({ words }) => words.toLowerCase().startsWith(said));
    const skill =
      ladder.skills.find(({ id, words }) => id === said || words.toLowerCase() === said) ??
      (begun.length === 1 ? begun[0] : undefined);
    if (!skill || (!skill.sided && right !== null)) return { ok: false, error: named };
    for (const side of sidesOf(skill.sided))
      scores.push({ skill: skill.id, side, score: (side === "right" ? (right ?? left) : left) as ScoreGiven["score"] });
  }
  return ok(scores);
}

/**
 * Sessions that were written elsewhere: closed cards that nobody handed out here. What they went against is not judged anew, and nobody is told of it: they are
 * over. A session is the same where horse, day, rider and minutes are; the same again, as often as the file has it, is left.
 */
export const sessions = async (work: Work): Promise<Taker> => {
  const all = await listAllSpans(work.tx);
  const spans = byName(all, ({ horse }) => horse);
  const everybody = await listPeople(work.tx);
  const names = byName(everybody, ({ name }) => name);
  const places = await listPlaces(work.tx);
  const firstSlot = dayHoursOf(work.barn).from;
  const standing = new Map<string, number>();
  const ready = new Set<StayId>();
  let waiting: { card: NewCard; revision: NewRevision }[] = [];
  const rowsBefore = new Map<SpanOf, number>();
  const keyOf = (stay: StayId, day: string, rider: string, ground: number, saddle: number): string =>
    [stay, day, rider, ground, saddle].join(" ");
  const write = async (tx: Work["tx"]): Promise<void> => {
    if (waiting.length === 0) return;
    const batch = waiting;
    waiting = [];
    await insertCards(
      tx,
      batch.map(({ card }) => card),
    );
    await insertRevisions(
      tx,
      batch.map(({ revision }) => revision),
    );
  };
  const personOf = (named: string) => {
    const said = named.toLowerCase();
    const same = everybody.filter(({ signIn }) => signIn === said);
    return same.length === 1 ? same : (names.get(said) ?? []);
  };
  const counted = () =>
    [...rowsBefore].map(([stay, rows]) => ({
      horse: stay.horse,
      before: stay.givenBefore,
      after: Math.max(0, stay.givenBefore - rows),
    }));

  return {
    counted,
    async take(_, values) {
      const found = stayOn(spans, values);
      if (!found.ok) return found;
      const stay = found.value;
      const day = values["day"] as LocalDate;
      if (day > work.today) return refused({ code: "in-the-future", path: "day" }, COLUMNS.sessions);
      const [rider, another] = personOf(String(values["rider"]));
      if (!rider || another) return faulty("rider", rider ? "which-person" : "no-such-person", String(values["rider"]));
      const place =
        values["place"] === undefined
          ? places[0]
          : places.find(({ name }) => name.toLowerCase() === String(values["place"]).toLowerCase());
      if (!place) return faulty("place", "no-such-place", String(values["place"] ?? ""));
      const scores = scoresOf(here(), (values["scores"] ?? []) as NamedScore[]);
      if (!scores.ok) return faulty("scores", "no-such-skill", scores.error);
      const [groundMinutes, saddleMinutes] = [Number(values["groundMinutes"] ?? 0), Number(values["saddleMinutes"] ?? 0)];
      if (groundMinutes + saddleMinutes <= 0) return faulty("groundMinutes", "no-minutes");
      const record = fields(
        RecordFields,
        {
          ...EMPTY_RECORD,
          endedWell: true,
          groundMinutes,
          saddleMinutes,
          scores: scores.value,
          ...only(values, ["endedWell", "word", "nextTime"]),
        },
        COLUMNS.sessions,
      );
      if (!record.ok) return record;
      const start =
        values["start"] === undefined ? firstSlot : Math.floor((Number(values["start"]) - DAY_GRID.start) / DAY_GRID.minutes);
      if (start < 0 || start + slotsOf(record.value) > DAY_GRID.count) return faulty("start", "outside-hours");

      if (!ready.has(stay.id)) {
        ready.add(stay.id);
        // Two who bring in the same sessions follow one another.
        await lockStay(work.tx, stay.id);
        for (const one of await listSessionKeys(work.tx, [stay.id])) {
          const key = keyOf(one.stayId, one.day, one.riderId, one.groundMinutes, one.saddleMinutes);
          standing.set(key, (standing.get(key) ?? 0) + 1);
        }
      }
      const key = keyOf(stay.id, day, rider.id, groundMinutes, saddleMinutes);
      const same = standing.get(key) ?? 0;
      if (same > 0) {
        standing.set(key, same - 1);
        return ok({ did: "left" });
      }
      if (stay.givenUntil && day < stay.givenUntil) rowsBefore.set(stay, (rowsBefore.get(stay) ?? 0) + 1);
      waiting.push(
        newSession(work, { stay: stay.id, day, rider: rider.id, start, place: place.id, record: record.value }, TAKEN_IN),
      );
      if (waiting.length >= AT_ONCE) await write(work.tx);
      return ok({ did: "new" });
    },
    async end() {
      await write(work.tx);
      const less = counted();
      for (const [at, stay] of [...rowsBefore.keys()].entries()) await countLess(work.tx, stay.id, less[at]?.after ?? 0);
    },
  };
};

interface Session {
  readonly stay: StayId;
  readonly day: LocalDate;
  readonly rider: PersonId;
  readonly start: number;
  readonly place: string;
  readonly record: RecordFields;
}
/** Longer than this no session is written down. */
const MOST_SLOTS = 16;
const slotsOf = ({ groundMinutes, saddleMinutes }: Pick<RecordFields, "groundMinutes" | "saddleMinutes">): number =>
  Math.min(MOST_SLOTS, Math.max(1, Math.ceil((groundMinutes + saddleMinutes) / DAY_GRID.minutes)));
/** A closed card that nobody handed out here; `from` says whence it comes. */
export function newSession(work: Work, { record, ...of }: Session, from: string): { card: NewCard; revision: NewRevision } {
  const id = newId<"card">();
  const [onGround, inSaddle] = [record.groundMinutes > 0, record.saddleMinutes > 0];
  const kind = onGround && inSaddle ? "both" : inSaddle ? "saddle" : "ground";
  const length = Math.min(slotsOf(record), DAY_GRID.count - of.start);
  return {
    card: { id, ...of, length, kind, helper: null, state: "handed-out", after: null, unplanned: from },
    revision: {
      card: id,
      revision: 1,
      by: { person: work.actor.id, at: work.now },
      record,
      gate: { ticks: [], redSigns: [], redGone: [], overrideReason: "", state: "open", overrideBy: null, against: [] },
      joined: null,
    },
  };
}
const TAKEN_IN = "Brought in from a spreadsheet";

export const measures = async (work: Work): Promise<Taker> => {
  const spans = byName(await listAllSpans(work.tx), ({ horse }) => horse);
  return {
    async take(inner, values) {
      const stay = stayOn(spans, values);
      if (!stay.ok) return stay;
      const day = values["day"] as LocalDate;
      const given = only(values, MEASURE_KEYS);
      if (Object.keys(given).every((key) => key === "words")) return faulty(null, "nothing-given");
      const wanted = fields(HorseMeasureFields, { ...NOTHING_TAKEN, ...given }, COLUMNS.measures);
      if (!wanted.ok) return wanted;
      const before = (await listMeasuring(inner.tx, stay.value.id)).find((one) => one.day === day);
      const changes = before
        ? changesOf(
            before,
            Object.fromEntries(Object.keys(given).map((key) => [key, wanted.value[key as keyof HorseMeasureFields]])),
          )
        : [];
      if (before && changes.length === 0) return ok({ did: "left" });
      const done = await measure(inner, { stay: stay.value.id, day, ...wanted.value });
      return done.ok ? ok({ did: before ? "changed" : "new", changes }) : refused(done.error, COLUMNS.measures);
    },
  };
};
