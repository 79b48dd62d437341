/**
 * Pages as they were last rendered for somebody, kept for as long as nothing in the barn has changed. The key holds the mark that every write gives the record
 * anew, so that nobody is ever shown a barn that is not there any more; see docs/decisions. They are kept as they mostly go out: packed.
 */
import { promisify } from "node:util";
import { gunzip, gzip } from "node:zlib";

interface Kept {
  readonly status: number;
  readonly headers: readonly (readonly [string, string])[];
  readonly zipped: Uint8Array<ArrayBuffer>;
}
export interface PageKey {
  readonly barn: string;
  /** What the barn's last write left: under another one no page of before is asked for again. */
  readonly mark: string;
  /** Who looks at what, on which day. */
  readonly page: string;
}

const MOST_PAGES = 400;
/** Of each barn the pages under its newest mark. */
const barns = new Map<string, { readonly mark: string; readonly pages: Map<string, Promise<Kept>> }>();
const [zip, unzip] = [promisify(gzip), promisify(gunzip)];
/** Half the work of the usual level, for a page that is a tenth larger. */
const LEVEL = 3;

async function keep(response: Response): Promise<Kept> {
  const body = new Uint8Array(await response.arrayBuffer());
  return { status: response.status, headers: [...response.headers], zipped: new Uint8Array(await zip(body, { level: LEVEL })) };
}
function pagesOf(barn: string, mark: string): Map<string, Promise<Kept>> {
  const known = barns.get(barn);
  if (known?.mark === mark) return known.pages;
  const pages = new Map<string, Promise<Kept>>();
  barns.set(barn, { mark, pages });
  return pages;
}

/** The page under the key, rendered where it is not kept yet; whoever asks meanwhile waits for the same rendering. */
export async function storedPage(
  { barn, mark, page: name }: PageKey,
  acceptsGzip: boolean,
  render: () => Promise<Response>,
): Promise<Response> {
  const pages = pagesOf(barn, mark);
  const known = pages.get(name);
  const page = known ?? render().then(keep);
  if (!known) {
    pages.set(name, page);
    const oldest = pages.keys().next().value;
    if (pages.size > MOST_PAGES && oldest !== undefined) pages.delete(oldest);
    // What went wrong or was not there is asked anew the next time.
    page.then(
      (made) => made.status !== 200 && pages.delete(name),
      () => pages.delete(name),
    );
  }
  const { status, headers, zipped } = await page;
  const body = acceptsGzip ? zipped : new Uint8Array(await unzip(zipped));
  const answer = new Response(body, { status, headers: headers as [string, string][] });
  answer.headers.set("Vary", "Accept-Encoding");
  if (acceptsGzip) answer.headers.set("Content-Encoding", "gzip");
  return answer;
}
