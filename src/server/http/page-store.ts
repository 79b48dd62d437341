/**
 * Pages as they were last rendered for somebody, kept for as long as nothing in the barn has changed. They are kept under the mark that every write gives the record
 * anew, so that nobody is ever shown a barn that is not there any more; see docs/decisions. They are kept as they mostly go out: packed.
 */
import { promisify } from "node:util";
import { gunzip, gzip } from "node:zlib";
import pLimit from "p-limit";
import { atMark } from "#db/stamps.ts";

interface Kept {
  readonly status: number;
  readonly headers: readonly (readonly [string, string])[];
  readonly zipped: Uint8Array<ArrayBuffer>;
}
export interface PageKey {
  readonly barn: string;
  /** What the barn's last write left when this request came in. */
  readonly mark: string;
  /** Who looks at what, on which day. */
  readonly page: string;
  /** It is printed beside the server, which takes a second or two and asks for pages itself: it waits for none of them, and none for it. */
  readonly printed?: boolean;
}
/** One rendering of a page. Until it begins, whoever asks for the page joins it, whatever mark they saw: it shows the barn as it is by then. */
interface Rendering {
  /** Those seen by whoever has joined, the last one last; what comes of it holds under that one. */
  readonly marks: Set<string>;
  begun: boolean;
  done: boolean;
  readonly page: Promise<Kept>;
}

const MOST_PAGES = 400;
/** By barn and page the newest rendering, and the one before for as long as it goes on. */
const renderings = new Map<string, Rendering>();
const [zip, unzip] = [promisify(gzip), promisify(gunzip)];
/** Half the work of the usual level, for a page that is a tenth larger. */
const LEVEL = 3;
/**
 * So many pages are rendered at once: enough that one is rendered while another waits for the database. More would not be done sooner, would let every write wait
 * behind all of them, and would render for many marks what is asked for once.
 */
const inTurn = pLimit(3);
let unmarked = 0;

async function keep(response: Response): Promise<Kept> {
  const body = new Uint8Array(await response.arrayBuffer());
  // Of the page as it was; packed it is shorter.
  response.headers.delete("Content-Length");
  return { status: response.status, headers: [...response.headers], zipped: new Uint8Array(await zip(body, { level: LEVEL })) };
}

const lastOf = (marks: ReadonlySet<string>): string | undefined => [...marks].at(-1);
/** True where the rendering shows what whoever saw the mark must be shown. */
const holdsFor = ({ marks, begun }: Rendering, mark: string): boolean => !begun || lastOf(marks) === mark;

function begin(
  key: string,
  { mark, printed = false }: PageKey,
  render: () => Promise<Response>,
  before: Promise<unknown> | null,
): Rendering {
  const run = async (): Promise<Kept> => {
    // The same page twice at once is work for nothing: whoever comes meanwhile joins this one.
    await before?.catch(() => undefined);
    const draw = (): Promise<Kept> => {
      rendering.begun = true;
      // Of several marks nobody can tell which is the newest: then nothing that was read under any of them is taken for what stands now.
      const [only, another] = rendering.marks;
      unmarked += 1;
      return atMark(another === undefined && only !== undefined ? only : `several ${unmarked}`, render).then(keep);
    };
    return printed ? draw() : inTurn(draw);
  };
  const rendering: Rendering = { marks: new Set([mark]), begun: false, done: false, page: run() };
  renderings.delete(key);
  renderings.set(key, rendering);
  const [oldest] = renderings.keys();
  if (renderings.size > MOST_PAGES && oldest !== undefined) renderings.delete(oldest);
  const forget = (): void => {
    if (renderings.get(key) === rendering) renderings.delete(key);
  };
  rendering.page.then((made) => {
    rendering.done = true;
    // What went wrong or was not there is asked anew the next time.
    if (made.status !== 200) forget();
  }, forget);
  return rendering;
}

/** The page under the key, rendered where it is not kept yet; whoever asks meanwhile waits for the same rendering. */
export async function storedPage(asked: PageKey, acceptsGzip: boolean, render: () => Promise<Response>): Promise<Response> {
  const { barn, mark, page: name } = asked;
  const key = `${barn} ${name}`;
  let rendering = renderings.get(key);
  if (rendering && holdsFor(rendering, mark)) {
    if (!rendering.begun) {
      rendering.marks.delete(mark);
      rendering.marks.add(mark);
    }
  } else rendering = begin(key, asked, render, rendering && !rendering.done ? rendering.page : null);
  const { status, headers, zipped } = await rendering.page;
  const body = acceptsGzip ? zipped : new Uint8Array(await unzip(zipped));
  const answer = new Response(body, { status, headers: headers as [string, string][] });
  answer.headers.set("Vary", "Accept-Encoding");
  if (acceptsGzip) answer.headers.set("Content-Encoding", "gzip");
  return answer;
}
