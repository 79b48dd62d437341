/**
 * Pages as they were last rendered for somebody, kept for as long as nothing in the barn has changed. The key holds the record's revision,
 * which every write moves on, so that nobody is ever shown a barn that is not there any more; see docs/decisions.
 */
import { promisify } from "node:util";
import { gzip } from "node:zlib";

interface Kept {
  readonly status: number;
  readonly headers: readonly (readonly [string, string])[];
  readonly body: Uint8Array<ArrayBuffer>;
  readonly zipped: Uint8Array<ArrayBuffer>;
}

const MOST_PAGES = 400;
const pages = new Map<string, Promise<Kept>>();
const zip = promisify(gzip);

async function keep(response: Response): Promise<Kept> {
  const body = new Uint8Array(await response.arrayBuffer());
  return { status: response.status, headers: [...response.headers], body, zipped: new Uint8Array(await zip(body)) };
}

/** The page under the key, rendered where it is not kept yet; whoever asks meanwhile waits for the same rendering. */
export async function storedPage(key: string, acceptsGzip: boolean, render: () => Promise<Response>): Promise<Response> {
  const known = pages.get(key);
  const page = known ?? render().then(keep);
  if (!known) {
    pages.set(key, page);
    const oldest = pages.keys().next().value;
    if (pages.size > MOST_PAGES && oldest !== undefined) pages.delete(oldest);
    // What went wrong or was not there is asked anew the next time.
    page.then(
      (made) => made.status !== 200 && pages.delete(key),
      () => pages.delete(key),
    );
  }
  const { status, headers, body, zipped } = await page;
  const answer = new Response(acceptsGzip ? zipped : body, { status, headers: headers as [string, string][] });
  answer.headers.set("Vary", "Accept-Encoding");
  if (acceptsGzip) answer.headers.set("Content-Encoding", "gzip");
  return answer;
}
