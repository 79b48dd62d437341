/** bin/export [--own] FILE: the whole barn as one file, with the server running or not. */
import { resolve } from "node:path";
import { saySize } from "#ui/words/backup.ts";
import { sizeOf } from "./backup.ts";
import { exportBarn } from "./barn-file.ts";
import { runCommandLine } from "./command-line.ts";
import { atPlace } from "./where.ts";

runCommandLine((words) =>
  atPlace(words, async ({ url }) => {
    const [named] = words.filter((word) => !word.startsWith("--"));
    if (!named) throw new Error("Name the file to write: bin/export FILE.");
    const file = resolve(process.env["FURLONG_FROM"] ?? "", named);
    const { barn, tables } = await exportBarn(url, file, new Date());
    const rows = Object.values(tables).reduce((sum, { rows }) => sum + rows, 0);
    console.log(
      `${file}\n${saySize(sizeOf(file))}: ${barn}, ${rows} rows of ${Object.keys(tables).length} tables. Whoever has the file has all of the barn.`,
    );
  }),
);
