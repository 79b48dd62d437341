/** Stays out of a spreadsheet, with their horses and owners where these are not known yet: running ones as they stand, and those that are over. */
import { StayFields, USUAL_STAY } from "#contracts/stay.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { COLUMNS } from "#core/import/columns.ts";
import { ok } from "#core/kernel/result.ts";
import { methodsWith } from "#core/ladder/methods.ts";
import { findStay, listSpans } from "#db/queries/stays.ts";
import { stayFieldsOf } from "../archive/write-archive.ts";
import { addStay, editStay, sendHome } from "../stay/manage.ts";
import type { Work } from "../work.ts";
import { horseOf } from "./clients-and-horses.ts";
import { changesOf, faulty, fields, only, type RowAnswer, refused, type Taker } from "./row.ts";

const STAY_KEYS = ["kind", "aim", "complaint", "length", "sessionsAWeek", "givenBefore", "afterDays"] as const;
const columns = COLUMNS.stays;

/** The method that a row names, by its words or its short name; the first on offer where it names none. */
function methodOf({ barn }: Work, named: unknown): string | null {
  const offered = methodsWith(barn.methods);
  if (named === undefined) return offered.find(({ used }) => used)?.id ?? null;
  const said = String(named).toLowerCase();
  return offered.find(({ id, words }) => id === said || words.toLowerCase() === said)?.id ?? null;
}

export const stays = async (): Promise<Taker> => ({
  async take(work, values): Promise<RowAnswer> {
    const horse = await horseOf(work, values, columns);
    if (!horse.ok) return horse;
    const method = methodOf(work, values["method"]);
    if (!method) return faulty("method", "no-such-method", String(values["method"]));
    const firstDay = values["firstDay"] as LocalDate;
    const wentHome = (values["wentHome"] ?? null) as LocalDate | null;
    const known = (await listSpans(work.tx, horse.value.id)).find((one) => one.firstDay === firstDay);
    const before = known ? await findStay(work.tx, known.id) : null;
    if (!before) {
      const stay = fields(StayFields, { ...USUAL_STAY, method, firstDay, ...only(values, STAY_KEYS) }, columns);
      if (!stay.ok) return stay;
      const added = await addStay(work, horse.value.id, { stay: stay.value, goals: [] }, wentHome);
      if (!added.ok) return refused(added.error, columns);
      const gone = wentHome ? await sendHome(work, { id: added.value.stay, version: 1, day: wentHome }) : null;
      return gone && !gone.ok ? refused({ ...gone.error, path: "wentHome" } as typeof gone.error, columns) : ok({ did: "new" });
    }
    const stands = stayFieldsOf(before);
    const wanted = fields(
      StayFields,
      { ...stands, ...only(values, STAY_KEYS), ...("method" in values ? { method } : {}) },
      columns,
    );
    if (!wanted.ok) return wanted;
    const changes = [...(horse.value.changes ?? []), ...changesOf(stands, wanted.value)];
    let { version } = before;
    if (changesOf(stands, wanted.value).length > 0) {
      const edited = await editStay(work, { id: before.id, version, stay: wanted.value, riskSet: before.riskSet });
      if (!edited.ok) return refused(edited.error, columns);
      ({ version } = edited.value);
    }
    if (wentHome && !before.wentHome) {
      const gone = await sendHome(work, { id: before.id, version, day: wentHome });
      if (!gone.ok) return refused({ ...gone.error, path: "wentHome" } as typeof gone.error, columns);
      changes.push({ column: "wentHome", from: "", to: wentHome });
    }
    return ok({ did: changes.length > 0 ? "changed" : "left", changes });
  },
});
