/** Whatever can be pressed has an edge that is seen in the sun: the token `edge`. `line` is for rules, which nobody has to find. */
import { readdirSync, readFileSync } from "node:fs";
import { expect, it } from "vitest";

it("no button has its edge in the colour of a rule", () => {
  const faint = readdirSync("src/ui", { recursive: true, encoding: "utf8" })
    .filter((path) => /\.(tsx|astro)$/.test(path))
    .flatMap((path) =>
      [
        ...readFileSync(`src/ui/${path}`, "utf8").matchAll(
          /<(?:button|summary|select|input|textarea)\b[^<]*?(?:"|\s|`)border(?:-2)?\s[^<]*?\bborder-line\b/g,
        ),
      ].map(([found]) => `${path}: ${found.slice(0, 60)}`),
    );
  expect(faint).toEqual([]);
});
