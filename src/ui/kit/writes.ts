/** Calls whoever listens after each write in the barn, within a second, while the page is in sight; and when it comes back into sight. One line for the page. */

/** After a server that went away the browser asks again by itself, but gives up after an answer that is no line: then we ask. */
const ASK_AGAIN = 5000;
const SIGNED_OUT = 401;

const ears = new Set<() => void>();
let events: EventSource | null = null;
let again: ReturnType<typeof setTimeout> | undefined;

function close(): void {
  clearTimeout(again);
  events?.close();
  events = null;
}
// A page out of sight holds no line: a browser gives one place few of them.
function open(): void {
  close();
  if (document.visibilityState !== "visible" || ears.size === 0) return;
  events = new EventSource("/api/writes");
  events.onmessage = () => {
    for (const hear of ears) hear();
  };
  events.onerror = () => {
    if (events?.readyState === EventSource.CLOSED) void wait();
  };
}
/** A line does not tell why there is none; who is signed out is not let in by asking again, and waits until the page comes back into sight. */
async function wait(): Promise<void> {
  const line = new AbortController();
  const answer = await fetch("/api/writes", { signal: line.signal }).catch(() => null);
  line.abort();
  if (answer?.status !== SIGNED_OUT) again = setTimeout(open, ASK_AGAIN);
}

/** Returns what ends the listening. */
export function onWrites(hear: () => void): () => void {
  ears.add(hear);
  if (ears.size === 1) {
    open();
    document.addEventListener("visibilitychange", open);
  }
  return () => {
    ears.delete(hear);
    if (ears.size > 0) return;
    document.removeEventListener("visibilitychange", open);
    close();
  };
}
