/** Calls `heard` after each write in the barn, within a second, while the page is in sight; and when it comes back into sight. */
import { useEffect, useRef } from "react";

/** After a server that went away the browser asks again by itself, but gives up after some answers: then we ask. */
const ASK_AGAIN = 5000;

export function useWrites(heard: () => void): void {
  const latest = useRef(heard);
  useEffect(() => {
    latest.current = heard;
  }, [heard]);
  useEffect(() => {
    let events: EventSource | null = null;
    let again: ReturnType<typeof setTimeout> | undefined;
    const close = (): void => {
      clearTimeout(again);
      events?.close();
      events = null;
    };
    // A page out of sight holds no line: a browser gives one place few of them.
    const open = (): void => {
      close();
      if (document.visibilityState !== "visible") return;
      events = new EventSource("/api/writes");
      events.onmessage = () => latest.current();
      events.onerror = () => {
        if (events?.readyState === EventSource.CLOSED) again = setTimeout(open, ASK_AGAIN);
      };
    };
    open();
    document.addEventListener("visibilitychange", open);
    return () => {
      document.removeEventListener("visibilitychange", open);
      close();
    };
  }, []);
}
