/** Who works here: adding, editing, retiring, absences, new passwords. */

import type { AddAbsence, AddPerson, EditPerson, RemoveAbsence, ResetPassword, RetirePerson } from "#contracts/people.ts";
import { ok } from "#core/kernel/result.ts";
import {
  deleteAbsence,
  findPerson,
  insertAbsence,
  insertPerson,
  lockManagers,
  retirePerson,
  setPassword,
  updatePerson,
} from "#db/queries/people.ts";
import { deleteSessionsOf, dropTotp } from "#db/queries/sign-in.ts";
import { hashPassword, isWeak } from "../auth/password.ts";
import { mustConfirm } from "../http/command.ts";
import { type Answer, newId, no, note, type Work } from "../work.ts";

export async function addPerson(work: Work, input: AddPerson): Answer<{ id: string }> {
  const id = newId<"person">();
  if (isWeak(input.password, [input.person.name, input.signIn, work.barn.name]))
    return no({ code: "weak-password", path: "password" });
  const made = await insertPerson(work.tx, id, input.signIn, await hashPassword(input.password), input.person, true);
  if (!made) return no({ code: "sign-in-taken", path: "signIn" });
  await note(work, "person", id, "added", { role: input.person.role });
  return ok({ id });
}

export async function editPerson(work: Work, input: EditPerson): Answer<{ version: number }> {
  const managers = await lockManagers(work.tx);
  const before = await findPerson(work.tx, input.id);
  if (!before) return no({ code: "not-found", path: "id" });
  if (before.retiredOn) return no({ code: "retired", path: "id" });
  if (before.role !== input.person.role && mustConfirm(work.session))
    return no({ code: "confirm-password", path: "person.role" });
  if (before.role === "manager" && input.person.role !== "manager" && managers === 1)
    return no({ code: "last-manager", path: "person.role" });
  if (!(await updatePerson(work.tx, input.id, input.version, input.person)))
    return no({ code: "changed-meanwhile", path: "version", current: before });
  await note(work, "person", input.id, "edited", { before, after: input.person });
  return ok({ version: input.version + 1 });
}

/** Retired people cannot sign in and are handed nothing; what they wrote stays theirs. */
export async function retire(work: Work, input: RetirePerson): Answer<{ version: number }> {
  const managers = await lockManagers(work.tx);
  const before = await findPerson(work.tx, input.id);
  if (!before) return no({ code: "not-found", path: "id" });
  if (before.retiredOn) return no({ code: "retired", path: "id" });
  if (before.role === "manager" && managers === 1) return no({ code: "last-manager", path: "id" });
  if (!(await retirePerson(work.tx, input.id, input.version, work.today)))
    return no({ code: "changed-meanwhile", path: "version", current: before });
  await deleteSessionsOf(work.tx, input.id);
  await note(work, "person", input.id, "retired");
  return ok({ version: input.version + 1 });
}

/** A one-time password: with it its owner can do nothing but choose their own. A second proof goes with the old one, as the telephone may be what was lost. */
export async function resetPassword(work: Work, input: ResetPassword): Answer {
  const person = await findPerson(work.tx, input.id);
  if (!person) return no({ code: "not-found", path: "id" });
  if (person.retiredOn) return no({ code: "retired", path: "id" });
  if (isWeak(input.password, [person.name, person.signIn, work.barn.name]))
    return no({ code: "weak-password", path: "password" });
  await setPassword(work.tx, input.id, await hashPassword(input.password), true);
  await dropTotp(work.tx, input.id);
  await deleteSessionsOf(work.tx, input.id);
  await note(work, "person", input.id, "password reset");
  return ok(null);
}

export async function addAbsence(work: Work, input: AddAbsence): Answer<{ id: string }> {
  const person = await findPerson(work.tx, input.person);
  if (!person) return no({ code: "not-found", path: "person" });
  const id = newId<"absence">();
  const { person: personId, ...absence } = input;
  await insertAbsence(work.tx, { id, personId, ...absence });
  await note(work, "person", input.person, "absence added", absence);
  return ok({ id });
}

export async function removeAbsence(work: Work, input: RemoveAbsence): Answer {
  if (!(await deleteAbsence(work.tx, input.id))) return no({ code: "not-found", path: "id" });
  await note(work, "absence", input.id, "removed");
  return ok(null);
}
