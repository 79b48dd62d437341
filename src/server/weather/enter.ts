/** Weather typed by hand: it counts for its day in place of what the station says, until it is forgotten again. */
import type { EnterWeather, ForgetWeather } from "#contracts/weather.ts";
import { ok } from "#core/kernel/result.ts";
import { lockDay } from "#db/queries/day.ts";
import { forgetWeather as forgetRow, keepWeather, listWeather } from "#db/queries/weather.ts";
import { isPast } from "../day/hand-out.ts";
import { type Answer, no, note, type Work } from "../work.ts";

const typed = async ({ tx }: Work, day: EnterWeather["day"]) =>
  (await listWeather(tx, day)).find(({ source }) => source === "hand") ?? null;

export async function enterWeather(work: Work, input: EnterWeather): Answer<{ version: number }> {
  if (isPast(work, input.day)) return no({ code: "day-over", path: "day" });
  await lockDay(work.tx, input.day);
  const before = await typed(work, input.day);
  if ((before?.version ?? null) !== input.version) return no({ code: "changed-meanwhile", path: "version", current: before });
  const hours = [...input.hours].sort((a, b) => a.hour - b.hour);
  await keepWeather(work.tx, { day: input.day, source: "hand", hours, at: work.now, by: work.actor.id });
  await note(work, "weather", input.day, "typed", { hours });
  return ok({ version: (before?.version ?? 0) + 1 });
}

export async function forgetWeather(work: Work, input: ForgetWeather): Answer {
  await lockDay(work.tx, input.day);
  const before = await typed(work, input.day);
  if (before?.version !== input.version) return no({ code: "changed-meanwhile", path: "version", current: before });
  await forgetRow(work.tx, input.day);
  await note(work, "weather", input.day, "forgotten", { hours: before.hours });
  return ok(null);
}
