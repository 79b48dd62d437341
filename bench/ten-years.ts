/**
 * A barn with ten years behind it, 39 sessions a stay. Written in bulk, as the use cases would
 * take hours; the shape of each row is theirs.
 */
import { randomUUID } from "node:crypto";
import { UNKNOWN_HISTORY } from "#contracts/stay.ts";
import { addDays, type LocalDate, weekdayOf } from "#core/calendar/local-date.ts";
import { WALKED_SKILLS } from "#core/intake/instrument.ts";
import { must } from "#core/kernel/assert.ts";
import { seededRandom } from "#core/kernel/random.ts";
import { sidesOf } from "#core/kernel/sides.ts";
import type { Sql } from "#db/client.ts";
import { PEOPLE } from "#demo/cast.ts";
import { setUpBarn } from "#server/barn/set-up.ts";
import { skillOf } from "#shipped/ladder.ts";

const SIGNED = {
  risk: null,
  ridden: null,
  secondPerson: null,
  sessionMinutes: null,
  circleMinutes: null,
  apart: "",
  focus: ["Hard side first"],
  checks: [],
  ownerWords: "",
};
const SESSIONS_A_STAY = 39;
/** Half hours of a session, and so many spots are tried before a day counts as full. */
const SLOTS = 3;
const TRIES = 80;
const SCORES_A_SESSION = 5;

type Row = Record<string, unknown>;

async function insertAll(sql: Sql, table: string, rows: readonly Row[]): Promise<void> {
  for (let at = 0; at < rows.length; at += 2_000)
    await sql`INSERT INTO ${sql(table)} ${sql(rows.slice(at, at + 2_000) as Row[])}`;
}

export async function makeTenYears(
  sql: Sql,
  today: LocalDate,
  { inWork, gone: goneHome }: { readonly inWork: number; readonly gone: number },
): Promise<void> {
  const random = seededRandom(11);
  const boss = must(
    await setUpBarn(sql, {
      name: "Longmeadow",
      timeZone: "America/Denver",
      begunOn: today,
      manager: must(PEOPLE[0], "a manager"),
    }),
    "an empty database",
  );
  const riders = Array.from({ length: 9 }, () => randomUUID());
  await insertAll(
    sql,
    "person",
    riders.map((id, i) => ({
      id,
      name: `Rider ${i}`,
      sign_in: `rider${i}`,
      role: "rider",
      password_hash: "-",
      grade: 4,
      weight_kg: 62,
      rides: true,
      works_days: [1, 2, 3, 4, 5, 6],
      works_from: 420,
      works_to: 1020,
      max_saddle: 8,
    })),
  );
  const places = await sql`SELECT id, capacity FROM place ORDER BY position`;
  const taken = new Set<string>();
  /** A rider and a place with room, as the sheet would have it; null where the day is full. */
  const spotOn = (day: string): { readonly rider: string; readonly place: string; readonly start: number } | null => {
    for (let tried = 0; tried < TRIES; tried += 1) {
      const [rider, place, start] = [random.pick(riders), random.pick(places), random.whole(0, 15)];
      const seat = random.whole(1, Number(place["capacity"]));
      const keys = Array.from({ length: SLOTS }, (_, i) => [
        `${day} ${rider} ${start + i}`,
        `${day} ${String(place["id"])} ${seat} ${start + i}`,
      ]).flat();
      if (keys.some((key) => taken.has(key))) continue;
      for (const key of keys) taken.add(key);
      return { rider, place: String(place["id"]), start };
    }
    return null;
  };

  const rows: Record<
    | "client"
    | "horse"
    | "stay"
    | "evaluation"
    | "evaluation_mark"
    | "evaluation_touch"
    | "judgement"
    | "check_up"
    | "card"
    | "card_revision"
    | "card_score"
    | "card_first"
    | "report"
    | "report_issue",
    Row[]
  > = {
    client: [],
    horse: [],
    stay: [],
    evaluation: [],
    evaluation_mark: [],
    evaluation_touch: [],
    judgement: [],
    check_up: [],
    card: [],
    card_revision: [],
    card_score: [],
    card_first: [],
    report: [],
    report_issue: [],
  };
  const revisions: [string, number][] = [];
  for (let n = 0; n < inWork + goneHome; n += 1) {
    const gone = n >= inWork;
    const [client, horse, stay, evaluation] = [randomUUID(), randomUUID(), randomUUID(), randomUUID()];
    const length = random.pick([30, 60, 90]);
    const firstDay = addDays(today, gone ? -random.whole(100, 3_650) : -random.whole(5, 50));
    rows.client.push({
      id: client,
      name: `Client ${n}`,
      phone: "",
      email: "",
      emergency_name: "",
      emergency_phone: "",
      vet_name: "",
      vet_phone: "",
      vet_release: true,
    });
    rows.horse.push({
      id: horse,
      client_id: client,
      name: `Horse ${n}`,
      birth_year: 2015,
      sex: "mare",
      class: "adult",
      height_cm: 152,
      history: sql.json(UNKNOWN_HISTORY),
      history_words: "",
    });
    rows.stay.push({
      id: stay,
      horse_id: horse,
      kind: "started",
      aim: "Quiet on the trail.",
      complaint: "",
      complaintDuring: [],
      complaintLedBy: [],
      length,
      first_day: firstDay,
      sessions_a_week: 5,
      counting: "calendar",
      method: "quiet-steps",
      after_days: 3,
      after_level: "steady",
      after_words: "",
      went_home: gone ? addDays(firstDay, length) : null,
    });
    const at = new Date(`${firstDay}T18:00:00Z`);
    rows.evaluation.push({
      id: evaluation,
      stay_id: stay,
      kind: "intake",
      instrument: 1,
      day: addDays(firstDay, 1),
      by_person: boss,
      girth_cm: 188,
      length_cm: 158,
      fitness: "fit",
      words: sql.json({}),
      stop_reason: "",
      saddle_reason: "",
      closed_at: at,
      closed_by: boss,
    });
    for (const skill of WALKED_SKILLS)
      for (const side of sidesOf(skillOf(skill).sided))
        rows.evaluation_mark.push({ evaluation_id: evaluation, skill, side, score: random.whole(1, 5) });
    for (const zone of ["girth", "back", "flank"])
      rows.evaluation_touch.push({ evaluation_id: evaluation, zone, side: "left", by: "hand", strength: random.whole(1, 3) });
    rows.judgement.push({
      evaluation_id: evaluation,
      revision: 1,
      signed_at: at,
      signed_by: boss,
      content: sql.json({ ...SIGNED, goals: [] }),
      reading: sql.json({ goals: [] }),
      in_force: sql.json({ risk: 2, ridden: true, secondPerson: "no", sessionMinutes: null, circleMinutes: 20 }),
    });
    for (const [i, cause] of ["teeth", "feet", "saddle-fit"].entries()) {
      const done = gone || i > 0;
      rows.check_up.push({
        id: randomUUID(),
        stay_id: stay,
        cause,
        who: "vet",
        asked: "have a look",
        ordered_on: addDays(firstDay, 1),
        ordered_by: boss,
        due: addDays(firstDay, 15),
        holds: "nothing",
        skills: [],
        state: done ? "done" : "ordered",
        done_on: done ? addDays(firstDay, 9) : null,
        result: done ? "clear" : null,
        answer: done ? "Nothing there." : "",
      });
    }
    let day = addDays(firstDay, 2);
    for (let session = 0; session < SESSIONS_A_STAY; session += 1, day = addDays(day, weekdayOf(day) === 6 ? 2 : 1)) {
      if (day >= today) break;
      const spot = spotOn(day);
      if (!spot) continue;
      const card = randomUUID();
      const { rider } = spot;
      rows.card.push({
        id: card,
        stay_id: stay,
        day,
        kind: "both",
        length: SLOTS,
        rider_id: rider,
        start: spot.start,
        place_id: spot.place,
        state: "handed-out",
        version: 3,
      });
      rows.card_revision.push({
        card_id: card,
        revision: 1,
        by_person: rider,
        at,
        ground_minutes: 20,
        saddle_minutes: 30,
        gaits: ["walk", "trot"],
        weather: "calm",
        tack: ["saddle", "snaffle"],
        ended_well: true,
        word: "Soft by the second try on both sides.",
        next_time: "Begin where we ended.",
        gate_ticks: [],
        red_signs: [],
        gate_state: "open",
        override_reason: "",
      });
      revisions.push([card, 1]);
      const skills = new Set(Array.from({ length: SCORES_A_SESSION }, () => random.pick(WALKED_SKILLS)));
      for (const skill of skills)
        for (const side of sidesOf(skillOf(skill).sided))
          rows.card_score.push({ card_id: card, revision: 1, skill, side, score: random.whole(2, 5) });
      if (session % 13 === 5)
        rows.card_first.push({ card_id: card, revision: 1, position: 0, skill: null, words: "First ride out on the hill" });
    }
    if (gone) {
      const report = randomUUID();
      rows.report.push({ id: report, stay_id: stay, kind: "end", ordinal: 0, words: sql.json({}) });
      rows.report_issue.push({
        number: n - inWork + 1,
        report_id: report,
        approved_by: boss,
        approved_at: at,
        content: sql.json({}),
        content_hash: "-",
      });
    }
  }
  for (const [table, list] of Object.entries(rows)) await insertAll(sql, table, list);
  await sql`UPDATE card SET state = 'closed', revision = 1`;
  await sql`VACUUM ANALYZE`;
}
