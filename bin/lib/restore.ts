/** bin/restore [--own] FILE, --list, --back NAME: puts a backup in the place of the barn, with the server running or not; what it replaces is kept. */
import { resolve } from "node:path";
import { migrate } from "#db/migrate.ts";
import { bringBack, dailyIn, keptByRestores, readBackup, restore } from "./backup.ts";
import { runCommandLine } from "./command-line.ts";
import { withDatabase } from "./prepare.ts";
import { atPlace, backupFolder } from "./where.ts";

runCommandLine((words) =>
  atPlace(words, async ({ url, name }) => {
    const [named] = words.filter((word) => !word.startsWith("--"));
    const own = words.includes("--own") ? "--own " : "";
    if (words.includes("--list")) {
      console.log(
        [
          "Backups, the newest first:",
          ...dailyIn(backupFolder(), name),
          "",
          "Kept by earlier restores:",
          ...(await keptByRestores(url)),
        ].join("\n"),
      );
      return;
    }
    if (!named) throw new Error("Name the backup to restore: bin/restore FILE. bin/restore --list shows what there is.");
    const back = words.includes("--back");
    const file = resolve(process.env["FURLONG_FROM"] ?? "", named);
    const told = back ? null : await readBackup(url, file);
    const kept = back ? await bringBack(url, named, new Date()) : await restore(url, file, new Date());
    const applied = await withDatabase(url, (sql) => migrate(sql));
    console.log(
      `Restored${told ? `: ${told.barn} as of ${told.at.slice(0, 16).replace("T", " ")} UTC, the same table by table` : ""}.`,
    );
    if (applied.length > 0) console.log(`Brought to this version: ${applied.join(", ")}`);
    if (kept) console.log(`What stood there is kept as ${kept}; bin/restore ${own}--back ${kept} brings it back.`);
  }),
);
