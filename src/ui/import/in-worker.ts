/** A file is read beside the page; one that takes too long is given up. */
import type { FileRead } from "./read-file.ts";

const PATIENCE_MS = 30_000;

export async function readBeside(file: File): Promise<FileRead> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  const worker = new Worker(new URL("./read-file.worker.ts", import.meta.url), { type: "module" });
  const read = new Promise<FileRead>((resolve) => {
    const timer = setTimeout(() => resolve({ fault: "broken" }), PATIENCE_MS);
    worker.onmessage = ({ data }: MessageEvent<FileRead>) => {
      clearTimeout(timer);
      resolve(data);
    };
    // Out of memory ends the worker, not the page.
    worker.onerror = () => resolve({ fault: "broken" });
  });
  worker.postMessage(bytes, [bytes.buffer]);
  return read.finally(() => worker.terminate());
}
