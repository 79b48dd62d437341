/** Of plans that cost the same a barn likes the one that is over sooner: each session slides to the earliest start at which nothing gets dearer. */
import type { Ready, ReadySession } from "./compiled.ts";
import type { DayPlan } from "./problem.ts";
import { fits, sheetOf } from "./search.ts";

/** Never dearer than the plan that it is given; the same riders, ways and helpers. */
export function settled(ready: Ready, plan: DayPlan): DayPlan {
  const sheet = sheetOf(ready, plan);
  const order = ready.sessions
    .map((_, at) => at)
    .filter((at) => {
      const { after, followers } = ready.sessions[at] as ReadySession;
      return sheet.isPlaced(at) && after < 0 && followers.length === 0;
    })
    .sort((a, b) => (sheet.start[a] as number) - (sheet.start[b] as number));
  for (const at of order) {
    const spot = {
      rider: sheet.rider[at] as number,
      start: sheet.start[at] as number,
      option: sheet.option[at] as number,
      helper: sheet.helper[at] as number,
    };
    const costs = (ready.sessions[at] as ReadySession).options[spot.option]?.cost as Int32Array;
    sheet.remove(at);
    let start = 0;
    while (
      start < spot.start &&
      !((costs[start] as number) <= (costs[spot.start] as number) && fits(sheet, at, { ...spot, start }))
    )
      start += 1;
    sheet.place(at, { ...spot, start });
  }
  return sheet.plan().size === plan.size ? sheet.plan() : plan;
}
