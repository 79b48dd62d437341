/** bin/backup [--own] [FILE]: makes a backup now and reads it back, with the server running or not. */
import { resolve } from "node:path";
import { sayMoment, saySize } from "#ui/words/backup.ts";
import { sizeOf } from "./backup.ts";
import { runCommandLine } from "./command-line.ts";
import { backUp } from "./daily-backup.ts";
import { atPlace, backupCount, backupFolder } from "./where.ts";

runCommandLine((words) =>
  atPlace(words, async ({ url, name }) => {
    const [named] = words.filter((word) => !word.startsWith("--"));
    const keeping = { url, folder: backupFolder(), name, count: backupCount() };
    const file = await backUp(keeping, ...(named ? [resolve(process.env["FURLONG_FROM"] ?? "", named)] : []));
    const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
    console.log(`${file}\n${saySize(sizeOf(file))}, made ${sayMoment(new Date().toISOString(), zone)}, read back and the same.`);
  }),
);
