/** Clients and their horses out of a spreadsheet: found by name, changed by what the row says, or new. */
import type { RowProblem } from "#contracts/import.ts";
import { ClientFields, HorseFields, NOTHING_KNOWN, ONLY_NAMED } from "#contracts/stay.ts";
import { COLUMNS, type Column } from "#core/import/columns.ts";
import type { RowValues } from "#core/import/read-row.ts";
import type { ClientId, HorseId } from "#core/kernel/brand.ts";
import { ok, type Result } from "#core/kernel/result.ts";
import { findClientsNamed, findHorsesNamed, updateClient, updateHorse } from "#db/queries/import.ts";
import { insertClient, insertHorse } from "#db/queries/stays.ts";
import { newId, note, type Work } from "../work.ts";
import { changesOf, faulty, fields, only, type RowAnswer, type Taken, type Taker } from "./row.ts";

type Found<K> = Result<Taken & { readonly id: K }, readonly RowProblem[]>;
const CLIENT_KEYS = ["phone", "email", "emergencyName", "emergencyPhone", "vetName", "vetPhone", "vetRelease"] as const;
const HORSE_KEYS = ["sex", "class", "heightCm", "toldKg", "historyWords"] as const;

/** The client whom the row names, with what it says of them. */
async function clientOf(work: Work, values: RowValues, columns: readonly Column[]): Promise<Found<ClientId>> {
  const named = String(values["owner"]);
  const all = await findClientsNamed(work.tx, named);
  const mail = String(values["email"] ?? "").toLowerCase();
  const same = all.length > 1 && mail ? all.filter(({ email }) => email.toLowerCase() === mail) : all;
  if (same.length > 1) return faulty("owner", "which-client", named);
  const [known] = same;
  const { id: before, ...stands } = known ?? { id: null, ...ONLY_NAMED, name: named };
  const wanted = fields(ClientFields, { ...stands, ...only(values, CLIENT_KEYS) }, columns);
  if (!wanted.ok) return wanted;
  if (!before) {
    const id = newId<"client">();
    await insertClient(work.tx, id, wanted.value);
    return ok({ id, did: "new" });
  }
  const changes = changesOf(stands, wanted.value);
  if (changes.length === 0) return ok({ id: before, did: "left" });
  await updateClient(work.tx, before, wanted.value);
  await note(work, "client", before, "details changed", { before: stands, after: wanted.value });
  return ok({ id: before, did: "changed", changes });
}

/** The horse that the row names, with what it says of it and of its owner. Without an owner it must be known, and the only one of its name. */
export async function horseOf(work: Work, values: RowValues, columns: readonly Column[]): Promise<Found<HorseId>> {
  const named = String(values["horse"]);
  const client = "owner" in values ? await clientOf(work, values, columns) : null;
  if (client && !client.ok) return client;
  const same = await findHorsesNamed(work.tx, named, client?.ok ? client.value.id : null);
  if (same.length > 1) return faulty(client ? "horse" : "owner", "which-horse", named);
  const [known] = same;
  if (!known && !client?.ok) return faulty("owner", "owner-missing", named);
  const { id: before, clientId: _, ...stands } = known ?? { id: null, clientId: null, ...NOTHING_KNOWN, name: named };
  const birth = (values["birth"] ?? null) as { date: string | null; year: number | null } | null;
  const told = { ...only(values, HORSE_KEYS), ...(birth ? { birthDate: birth.date, birthYear: birth.year } : {}) };
  const wanted = fields(HorseFields, { ...stands, ...told }, columns);
  if (!wanted.ok) return wanted;
  const ofClient = client?.ok ? client.value : null;
  if (!before) {
    const id = newId<"horse">();
    await insertHorse(work.tx, id, (ofClient as { id: ClientId }).id, wanted.value);
    return ok({ id, did: "new" });
  }
  const changes = [...(ofClient?.changes ?? []), ...changesOf(stands, wanted.value)];
  if (changesOf(stands, wanted.value).length > 0) {
    await updateHorse(work.tx, before, wanted.value);
    await note(work, "horse", before, "details changed", { before: stands, after: wanted.value });
  }
  return ok({ id: before, did: changes.length > 0 ? "changed" : "left", changes });
}

const told = (found: Found<string>): RowAnswer =>
  found.ok ? ok({ did: found.value.did, changes: found.value.changes ?? [] }) : found;
export const clients = async (): Promise<Taker> => ({
  take: async (work, values) => told(await clientOf(work, values, COLUMNS.clients)),
});
export const horses = async (): Promise<Taker> => ({
  take: async (work, values) => told(await horseOf(work, values, COLUMNS.horses)),
});
