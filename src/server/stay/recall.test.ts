import { describe, expect, it } from "vitest";
import type { Stay } from "#db/queries/stays.ts";
import { recall, recallByContent } from "./recall.ts";

const stay = { id: "a stay" } as unknown as Stay;
const [barn, other] = [{ name: "barn" }, { name: "other" }];

describe("answers that are kept", () => {
  it("are given again for the very same parts, and so many are kept", () => {
    let times = 0;
    const ask = recall((_stay, part: object, day: number) => `${times++} ${JSON.stringify(part)} ${day}`, 2);
    const first = ask(stay, barn, 1);
    expect(ask(stay, barn, 1)).toBe(first);
    expect(ask(stay, { ...barn }, 1)).not.toBe(first);
    expect(ask(stay, barn, 1)).toBe(first);
    ask(stay, barn, 2);
    ask(stay, barn, 3);
    expect(ask(stay, barn, 1)).not.toBe(first);
    expect(ask({ ...stay }, barn, 3)).not.toBe(ask(stay, barn, 3));
  });
  it("are one where one is kept", () => {
    let times = 0;
    const ask = recall((_stay, day: number) => `${times++} ${day}`, 1);
    const first = ask(stay, 1);
    expect(ask(stay, 1)).toBe(first);
    ask(stay, 2);
    expect(ask(stay, 1)).not.toBe(first);
  });
  it("are given again for parts that say the same, beside the very same object", () => {
    let times = 0;
    const ask = recallByContent(
      (_of: object, { day }: { day: number }, { name }: { name: string }) => `${times++} ${day} ${name}`,
    );
    const first = ask(stay, { day: 1 }, barn);
    expect(ask(stay, { day: 1 }, barn)).toBe(first);
    expect(ask(stay, { day: 2 }, barn)).not.toBe(first);
    expect(ask(stay, { day: 1 }, other)).toBe("2 1 other");
    expect(ask(stay, { day: 1 }, barn)).toBe(first);
  });
});
