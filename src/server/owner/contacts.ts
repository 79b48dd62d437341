/** Who else hears of a horse: a second owner, an agent, whoever rides it at home. Each has an address and letters of their own. */
import type { AddContact, RemoveContact } from "#contracts/owner.ts";
import type { ContactId } from "#core/kernel/brand.ts";
import { ok } from "#core/kernel/result.ts";
import { insertContact, removeContactRow } from "#db/queries/owner.ts";
import { lockStay } from "#db/queries/stays.ts";
import { type Answer, newId, no, note, type Work } from "../work.ts";

export async function addContact(work: Work, { stay, ...contact }: AddContact): Answer<{ id: ContactId }> {
  if (!(await lockStay(work.tx, stay))) return no({ code: "not-found", path: "stay" });
  const id = newId<"contact">();
  if (!(await insertContact(work.tx, stay, { id, ...contact }, work.now))) return no({ code: "hears-already", path: "email" });
  await note(work, "owner", stay, "contact added", { name: contact.name, role: contact.role });
  return ok({ id });
}
export async function removeContact(work: Work, { id }: RemoveContact): Answer {
  if (!(await removeContactRow(work.tx, id, work.now))) return no({ code: "not-found", path: "id" });
  await note(work, "owner", id, "contact removed");
  return ok(null);
}
