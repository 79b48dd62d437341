import { afterAll, beforeAll, expect, it } from "vitest";
import { writesIn } from "#server/barn/writes.ts";
import { Barn } from "#tests/barn.ts";

let barn: Barn;
beforeAll(async () => {
  barn = await Barn.open();
});
afterAll(() => barn.close());

it("tells every open screen of a write once it stands, and of none that was refused", async () => {
  const leave = new AbortController();
  const screens = [1, 2].map(() => writesIn(barn.deps, leave.signal));
  const told = [0, 0];
  const heard = screens.map(async (screen, i) => {
    for await (const _write of screen) told[i] = (told[i] ?? 0) + 1;
  });
  // Each is told once that it listens.
  await expect.poll(() => told).toEqual([1, 1]);
  const stay = await barn.book();
  await expect.poll(() => told).toEqual([2, 2]);
  expect(
    await barn.code("stay/add-hold", { stay, kind: "vet", firstDay: "2020-01-01", lastDay: null, stopsClock: true, reason: "x" }),
  ).not.toBe("done");
  await new Promise((resolve) => setTimeout(resolve, 300));
  expect(told).toEqual([2, 2]);
  leave.abort();
  await Promise.all(heard);
});
