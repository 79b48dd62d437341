import { expect, it } from "vitest";
import { sayComplaint } from "./complaint.ts";

it("says a main problem with what brings it on, as far as that is known", () => {
  expect(sayComplaint({ words: "Bucks.", during: [], ledBy: [] })).toBe("“Bucks.”");
  expect(sayComplaint({ words: "Bucks.", during: ["canter", "mounting"], ledBy: ["leg", "going-faster"] })).toBe(
    "“Bucks.” At the canter and mounting. Brought on by the leg and going faster.",
  );
});
