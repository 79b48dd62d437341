/** What the server says of something that is still being typed: asked once it is quiet, and only the newest answer counts. */
import { useEffect, useState } from "react";

const QUIET_MS = 350;

export interface Answered<T> {
  /** Of what was asked last before; null: none yet. */
  readonly answer: T | null;
  /** An answer to what is asked now is still to come. */
  readonly waiting: boolean;
  readonly failed: boolean;
}

/** `body` null asks nothing. */
export function useAsked<T>(route: string, body: unknown): Answered<T> {
  const [state, setState] = useState<Answered<T>>({ answer: null, waiting: false, failed: false });
  const asked = body === null ? null : JSON.stringify(body);
  useEffect(() => {
    if (asked === null) {
      setState({ answer: null, waiting: false, failed: false });
      return;
    }
    // An answer to what was typed before is left to come, and not heard.
    let heard = true;
    setState((before) => ({ ...before, waiting: true }));
    const timer = setTimeout(async () => {
      try {
        const response = await fetch(`/api/${route}`, {
          method: "POST",
          headers: { "Content-Type": "application/json" },
          body: asked,
        });
        const answer = response.ok ? ((await response.json()) as T) : null;
        if (heard) setState({ answer, waiting: false, failed: answer === null });
      } catch {
        if (heard) setState((before) => ({ ...before, waiting: false, failed: true }));
      }
    }, QUIET_MS);
    return () => {
      clearTimeout(timer);
      heard = false;
    };
  }, [route, asked]);
  return state;
}
