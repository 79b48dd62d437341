/**
 * Keeps the phone's pages for when there is no signal: the string and its cards as they were last seen, and the scripts they run on. Everything else goes to
 * the network untouched. One person's pages at a time: whoever signs in or out empties them.
 */
declare const self: ServiceWorkerGlobalScope;
/** Written in by the build: what the pages below run on, and a name that changes with it. */
declare const SHELL: readonly string[];
declare const SHELL_NAME: string;

const PAGES = "pages";
/** Holds one mark: somebody signed out without a network, and the server does not know yet. */
const MARKS = "marks";
const SIGNED_OUT = "/signed-out-here";
const PHONE_PAGE = /^\/(string|card\/[0-9a-f-]{36}|skill\/[a-z0-9-]+)$/;
/** What the work of a card is, and how to ask for it. */
const SKILL_LINK = /href="(\/skill\/[a-z0-9-]+)/g;
/** The phrases of a page that is not in English. */
const PHRASES = /src="(\/words\/[^"]+)"/;
/** With a signal that comes and goes, a page of a moment ago is better than a white one. */
const PATIENCE = 4000;

self.addEventListener("install", (event) => {
  event.waitUntil(
    caches
      .open(SHELL_NAME)
      .then((cache) => cache.addAll([...SHELL]))
      .then(() => self.skipWaiting()),
  );
});
self.addEventListener("activate", (event) => {
  const stale = async (): Promise<void> => {
    const old = (await caches.keys()).filter((name) => ![SHELL_NAME, PAGES, MARKS].includes(name));
    // Pages of before name scripts that are gone: they are asked for anew while there is a network, as there must be for a new version.
    if (old.length > 0) {
      const pages = await caches.open(PAGES);
      await keepPages((await pages.keys()).map(({ url }) => new URL(url).pathname));
    }
    for (const name of old) await caches.delete(name);
    await self.clients.claim();
  };
  event.waitUntil(stale());
});

const words = (title: string, text: string): Response =>
  new Response(
    `<!doctype html><html lang="en"><meta name="viewport" content="width=device-width"><title>${title} · Steady Furlong</title><main><h1>${title}</h1><p>${text}</p><p><a href="/string">My string</a></p></main></html>`,
    { status: 503, headers: { "Content-Type": "text/html; charset=utf-8" } },
  );
const NEVER_SEEN = (): Response =>
  words("No signal", "This page was not opened on this phone before. What you wrote is kept, and goes to the barn by itself.");

async function tellSignOut(): Promise<void> {
  const marks = await caches.open(MARKS);
  if (!(await marks.match(SIGNED_OUT))) return;
  await fetch("/sign-out", { method: "POST", redirect: "manual" });
  await marks.delete(SIGNED_OUT);
}

async function page(request: Request): Promise<Response> {
  const path = new URL(request.url).pathname;
  const pages = await caches.open(PAGES);
  const known = await pages.match(path);
  try {
    await tellSignOut();
    const answer = await fetch(request, known ? { signal: AbortSignal.timeout(PATIENCE) } : {});
    if (answer.ok && answer.type === "basic" && !answer.redirected) await pages.put(path, answer.clone());
    // A server that is just starting anew answers for nobody.
    return answer.status >= 500 && known ? known : answer;
  } catch {
    return known ?? NEVER_SEEN();
  }
}

async function keepPages(paths: readonly string[]): Promise<void> {
  const pages = await caches.open(PAGES);
  const skills = new Set<string>();
  for (const path of paths) {
    const answer = await fetch(path, { headers: { Accept: "text/html" } });
    if (answer.ok && !answer.redirected) {
      const text = await answer.clone().text();
      if (path.startsWith("/card/")) for (const [, skill = ""] of text.matchAll(SKILL_LINK)) skills.add(skill);
      const phrases = PHRASES.exec(text)?.[1];
      if (phrases && !(await pages.match(phrases))) await pages.add(phrases);
      await pages.put(path, answer);
    } else await pages.delete(path);
  }
  // A page that changes seldom is fetched once; whoever opens it with a signal has the newest.
  for (const path of skills) if (!(await pages.match(path))) await keepPages([path]);
}

async function shell(request: Request): Promise<Response> {
  return (await caches.match(request)) ?? fetch(request);
}

/** Signing in or out: the pages of whoever had the phone before are gone, whether there is a network or not. */
async function handOver(request: Request): Promise<Response> {
  await caches.delete(PAGES);
  try {
    return await fetch(request);
  } catch {
    if (!request.url.endsWith("/sign-out")) return NEVER_SEEN();
    await (await caches.open(MARKS)).put(SIGNED_OUT, new Response());
    return words(
      "Signed out",
      "You are signed out on this phone. What you wrote is kept, and goes to the barn when you sign in here again.",
    );
  }
}

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (url.origin !== self.location.origin) return;
  if (request.method === "POST" && ["/sign-in", "/sign-out"].includes(url.pathname)) event.respondWith(handOver(request));
  else if (request.method !== "GET") return;
  else if (url.pathname.startsWith("/_astro/") || url.pathname.startsWith("/words/")) event.respondWith(shell(request));
  else if (request.mode === "navigate" && PHONE_PAGE.test(url.pathname)) event.respondWith(page(request));
});

/** The string says which pages the phone shall have, and that others go; a card that it shall have itself. */
self.addEventListener("message", (event) => {
  const { keep, others } = event.data as { keep: readonly string[]; others: "stay" | "go" };
  const fetchAll = async (): Promise<void> => {
    await keepPages(keep);
    if (others === "stay") return;
    const pages = await caches.open(PAGES);
    for (const request of await pages.keys())
      if (!keep.includes(new URL(request.url).pathname) && !/^\/(skill|words)\//.test(new URL(request.url).pathname))
        await pages.delete(request);
  };
  event.waitUntil(fetchAll().catch(() => undefined));
});

export {};
