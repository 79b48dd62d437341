/** Who comes to a horse, and when it is on the road: hours at which nobody works it. */
import type { AddAppointment, RemoveAppointment } from "#contracts/day.ts";
import { ok } from "#core/kernel/result.ts";
import { deleteAppointment, insertAppointment } from "#db/queries/day.ts";
import { findStay, lockStay } from "#db/queries/stays.ts";
import { type Answer, newId, no, note, type Work } from "../work.ts";

export async function addAppointment(work: Work, input: AddAppointment): Answer<{ id: string }> {
  await lockStay(work.tx, input.stay);
  const stay = await findStay(work.tx, input.stay);
  if (!stay) return no({ code: "not-found", path: "stay" });
  if (stay.wentHome) return no({ code: "gone-home", path: "stay" });
  if (input.day < stay.firstDay) return no({ code: "before-arrival", path: "day" });
  const id = newId<"appointment">();
  const { stay: stayId, ...rest } = input;
  await insertAppointment(work.tx, { id, stayId, ...rest });
  await note(work, "stay", input.stay, "appointment made", rest);
  return ok({ id });
}

export async function removeAppointment(work: Work, input: RemoveAppointment): Answer {
  if (!(await deleteAppointment(work.tx, input.id))) return no({ code: "not-found", path: "id" });
  await note(work, "appointment", input.id, "removed");
  return ok(null);
}
