/** A hold written while the horse's card is moved: whichever is first, the horse is never worked unnoticed while it stands on hold. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { fallen } from "#core/day/stands.ts";
import type { CardId, StayId } from "#core/kernel/brand.ts";
import { readDay } from "#server/day/read-day.ts";
import { Barn } from "#tests/barn.ts";

let barn: Barn;
beforeAll(async () => {
  barn = await Barn.open();
});
afterAll(() => barn.close());

const ROUNDS = 8;
const vet = (stay: StayId) => ({
  stay,
  kind: "vet",
  firstDay: barn.today,
  lastDay: null,
  stopsClock: true,
  reason: "The vet comes",
});

describe("a hold and a move at once", () => {
  it("both end with an answer, and a card that stands in the hold is told as one that cannot stand", async () => {
    for (let round = 0; round < ROUNDS; round += 1) {
      const stay = await barn.horse(`Thimble ${round}`);
      const { id } = await barn.ask<{ id: CardId }>("day/place", barn.placement(stay, { start: 2 * round }));
      const move = { id, version: 1, ...barn.placement(stay, { start: 2 * round + 1, rider: barn.rider.id }) };
      const tasks = [() => barn.code("stay/add-hold", vet(stay)), () => barn.code("day/move", move)];
      // Each is first in every other round, as far as a queue can be steered.
      const [first, second] = round % 2 === 0 ? tasks : [...tasks].reverse();
      const answers = await Promise.all([first?.(), second?.()]);
      const [held, moved] = round % 2 === 0 ? answers : [...answers].reverse();
      expect(held).toBe("done");
      expect(["done", "blocked", "changed-meanwhile"]).toContain(moved);
      expect(
        fallen(await readDay(barn.deps, barn.today))
          .get(id)
          ?.map(({ code }) => code),
      ).toContain("hold");
      await barn.code("card/cancel", { id, version: moved === "done" ? 2 : 1, reason: "On hold" });
    }
  });
});
