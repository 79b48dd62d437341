/** The whole barn as one file that any version from its own on reads: for another machine, another database, or to keep what is ours in a format that is told. */
import { createReadStream, createWriteStream, existsSync, mkdirSync, renameSync, rmSync } from "node:fs";
import { basename, dirname } from "node:path";
import { Transform } from "node:stream";
import { pipeline } from "node:stream/promises";
import { createGunzip, createGzip } from "node:zlib";
import { type BarnHead, headOf, linesOf, readBarn, writeBarn } from "#db/barn-file.ts";
import { migrate } from "#db/migrate.ts";
import { dropDatabase, putInPlace } from "./backup.ts";
import { databaseAt } from "./postgres-tools.ts";
import { createDatabase, withDatabase } from "./prepare.ts";

/** Nothing stands under the file's name before it is whole. */
export async function exportBarn(url: string, file: string, now: Date): Promise<BarnHead> {
  mkdirSync(dirname(file), { recursive: true, mode: 0o700 });
  const part = `${file}.part`;
  const through = new Transform({ transform: (piece, _, done) => done(null, piece) });
  // Everybody whom the barn knows stands in it: for nobody else of this machine.
  const written = pipeline(through, createGzip(), createWriteStream(part, { mode: 0o600 }));
  try {
    const head = await withDatabase(url, (sql) =>
      sql.begin((tx) =>
        writeBarn(tx, now, async (lines) => {
          if (!through.write(lines)) await Promise.race([new Promise((resolve) => through.once("drain", resolve)), written]);
        }),
      ),
    );
    through.end();
    await written;
    renameSync(part, file);
    return head;
  } finally {
    through.destroy();
    await written.catch(() => undefined);
    rmSync(part, { force: true });
  }
}

/** Reads the file into a database of its own and puts that in the place of the one at `url`; what stood there is kept under the name that is returned. */
export async function importBarn(
  url: string,
  file: string,
  now: Date,
): Promise<{ readonly head: BarnHead; readonly kept: string | null }> {
  if (!existsSync(file)) throw new Error(`There is no file ${file}. Name one that bin/export wrote.`);
  const name = decodeURIComponent(new URL(url).pathname.slice(1));
  const coming = `${name}_coming_${process.pid}`;
  await createDatabase(databaseAt(url, "postgres"), coming, { replace: true });
  const source = createReadStream(file);
  const unpacked = createGunzip();
  // Told by who reads; where nobody does any more it is nobody's trouble.
  for (const stream of [source, unpacked]) stream.on("error", () => undefined);
  try {
    const lines = linesOf(source.pipe(unpacked))[Symbol.asyncIterator]();
    const first = await lines.next();
    const head = await headOf(first.done ? undefined : first.value);
    await withDatabase(databaseAt(url, coming), async (sql) => {
      await migrate(sql, { only: new Set(head.migrations) });
      await sql.begin((tx) => readBarn(tx, head, { [Symbol.asyncIterator]: () => lines }));
      await migrate(sql);
    });
    return { head, kept: await putInPlace(url, coming, now) };
  } catch (error) {
    await dropDatabase(url, coming);
    const { code } = error as { code?: string };
    if (code?.startsWith("Z_") || code === "ERR_ENCODING_INVALID_ENCODED_DATA")
      throw new Error(
        `${basename(file)} is no barn that bin/export wrote, or only a part of one. Nothing was changed. Take another.`,
      );
    throw error;
  } finally {
    source.destroy();
    unpacked.destroy();
  }
}
