/** Asking a device on the barn's own network: bounded in time and in size, as nobody knows what answers there. */
const PATIENCE = 2000;
const LIMIT = 64 * 1024;

/** Null where it does not answer in time, says too much, or talks nonsense. */
export async function readJson(address: URL): Promise<unknown> {
  try {
    const answer = await fetch(address, { signal: AbortSignal.timeout(PATIENCE), redirect: "error" });
    if (!answer.ok || !answer.body) return null;
    const parts: Uint8Array[] = [];
    let size = 0;
    for await (const part of answer.body as unknown as AsyncIterable<Uint8Array>) {
      size += part.byteLength;
      if (size > LIMIT) return null;
      parts.push(part);
    }
    return JSON.parse(Buffer.concat(parts).toString("utf8"));
  } catch {
    return null;
  }
}
