/** bin/import [--own] FILE: a barn that bin/export wrote, in the place of the one here; what stood here is kept. */
import { resolve } from "node:path";
import { importBarn } from "./barn-file.ts";
import { runCommandLine } from "./command-line.ts";
import { atPlace } from "./where.ts";

runCommandLine((words) =>
  atPlace(words, async ({ url }) => {
    const [named] = words.filter((word) => !word.startsWith("--"));
    if (!named) throw new Error("Name the file to bring in: bin/import FILE.");
    const { head, kept } = await importBarn(url, resolve(process.env["FURLONG_FROM"] ?? "", named), new Date());
    console.log(`${head.barn} as of ${head.at.slice(0, 16).replace("T", " ")} UTC is here, the same table by table.`);
    const own = words.includes("--own") ? "--own " : "";
    if (kept) console.log(`What stood here is kept as ${kept}; bin/restore ${own}--back ${kept} brings it back.`);
  }),
);
