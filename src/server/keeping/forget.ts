/** A client who asks to be forgotten, and what the barn keeps no longer by its own setting. */
import type { EditKeeping, ForgetClient } from "#contracts/keeping.ts";
import { type LocalDate, monthsBefore } from "#core/calendar/local-date.ts";
import { ok } from "#core/kernel/result.ts";
import { findBarn, markWritten } from "#db/queries/barn.ts";
import {
  claimCleaning,
  dropChanges,
  dropPhotos,
  emptyLetters,
  findKeeping,
  forgetRows,
  listLongGone,
  lockClientOf,
  saveKeeping,
} from "#db/queries/keeping.ts";
import { noteChange } from "#db/queries/requests.ts";
import type { Deps } from "../container.ts";
import { type Answer, no, note, type Work } from "../work.ts";

/** Only once none of their horses stands here: until then somebody must be called when something happens. */
export async function forgetClient(work: Work, { stay }: ForgetClient): Answer {
  const client = await lockClientOf(work.tx, stay);
  if (!client) return no({ code: "not-found", path: "stay" });
  if (client.here) return no({ code: "still-here", path: "stay" });
  if (client.forgottenOn) return no({ code: "forgotten-already", path: "stay" });
  await forgetRows(work.tx, client.id, work.today);
  await note(work, "client", client.id, "forgotten");
  return ok(null);
}

export async function editKeeping(work: Work, { version, keeping }: EditKeeping): Answer<{ version: number }> {
  const before = await findKeeping(work.tx);
  if (!(await saveKeeping(work.tx, version, keeping, work.actor.id)))
    return no({ code: "changed-meanwhile", path: "version", current: { version: before.version, keeping: before.keeping } });
  await note(work, "barn", "keeping", "kept how long", { before: before.keeping, after: keeping });
  return ok({ version: version + 1 });
}

/** Once a day, by whoever comes first: what is older than the barn keeps goes, and what went is written down. */
export async function keepClean({ sql, clock }: Deps): Promise<void> {
  const barn = await findBarn(sql);
  if (!barn) return;
  const today = clock.today(barn.timeZone);
  const known = await findKeeping(sql);
  const { by } = known;
  if (by === null || known.cleanOn === today) return;
  await sql.begin(async (tx) => {
    if (!(await claimCleaning(tx, today))) return;
    const { keeping } = await findKeeping(tx);
    const gone: Record<string, number> = {};
    const clear = async (months: number | null, what: string, take: (before: LocalDate) => Promise<number>): Promise<void> => {
      const count = months === null ? 0 : await take(monthsBefore(today, months));
      if (count > 0) gone[what] = count;
    };
    await clear(keeping.letters, "letters", (before) => emptyLetters(tx, before));
    await clear(keeping.changes, "changes", (before) => dropChanges(tx, before));
    await clear(keeping.photos, "photos", (before) => dropPhotos(tx, before));
    await clear(keeping.clients, "clients", async (before) => {
      const clients = await listLongGone(tx, before);
      for (const { id } of clients) await forgetRows(tx, id, today);
      return clients.length;
    });
    if (Object.keys(gone).length === 0) return;
    await noteChange(tx, {
      at: clock.now(),
      person: by,
      subject: "barn",
      subjectId: "keeping",
      what: "kept no longer",
      details: gone,
    });
    await markWritten(tx);
  });
}
