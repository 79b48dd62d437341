/** What the manager means to do with the week: laid out at once, or one horse's day moved by hand. */
import type { SetWeek } from "#contracts/week.ts";
import { ok } from "#core/kernel/result.ts";
import { findStay } from "#db/queries/stays.ts";
import { listWeekDays, lockWeek, markLaid, setWeekDays, type WeekDayRecord } from "#db/queries/week.ts";
import { type Answer, no, note, type Work } from "../work.ts";

const asText = (days: readonly { readonly day: string; readonly pinned: boolean }[]): string =>
  JSON.stringify([...days].map(({ day, pinned }) => [day, pinned]).sort());

/** Where somebody moved one of the horses since it was seen, nothing is written, and what stands comes back. */
export async function setWeek(work: Work, input: SetWeek): Answer<{ horses: number }> {
  if (input.days.some((day) => day < work.today)) return no({ code: "day-over", path: "days" });
  if (input.horses.some(({ wanted }) => wanted.some(({ day }) => !input.days.includes(day))))
    return no({ code: "not-in-term", path: "day" });
  await lockWeek(work.tx);
  const stands = await listWeekDays(work.tx, input.days);
  const of = (stay: string): WeekDayRecord[] => stands.filter(({ stayId }) => stayId === stay);
  const moved = input.horses.filter(({ stay, seen }) => asText(of(stay)) !== asText(seen));
  if (moved.length > 0)
    return no({ code: "changed-meanwhile", path: "version", current: moved.map(({ stay }) => ({ stay, days: of(stay) })) });
  for (const { stay, wanted } of input.horses) {
    const record = await findStay(work.tx, stay);
    if (!record) return no({ code: "not-found", path: "horses" });
    if (record.wentHome) return no({ code: "gone-home", path: "horses" });
    await setWeekDays(work.tx, stay, input.days, wanted);
  }
  if (input.laid) await markLaid(work.tx, input.days, work.actor.id, work.now);
  await note(work, "week", input.days[0] ?? "", input.laid ? "laid out" : "changed", { horses: input.horses.length });
  return ok({ horses: input.horses.length });
}
