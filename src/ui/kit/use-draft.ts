import { useCallback, useEffect, useState } from "react";

/**
 * State that is kept on this device until it is sent: a reload or an empty battery loses nothing. `key` names the thing and its
 * version, and whose it is, so that a device in other hands shows nobody else's words.
 */
export function useDraft<T>(
  key: string,
  initial: T,
): { value: T; set(next: T | ((before: T) => T)): void; restored: boolean; drop(): void } {
  const [value, setValue] = useState<T>(initial);
  const [restored, setRestored] = useState(false);
  useEffect(() => {
    const kept = localStorage.getItem(key);
    if (kept === null) return;
    try {
      setValue(JSON.parse(kept) as T);
      setRestored(true);
    } catch {
      localStorage.removeItem(key);
    }
  }, [key]);
  const set = useCallback(
    (next: T | ((before: T) => T)) =>
      setValue((before) => {
        const after = typeof next === "function" ? (next as (before: T) => T)(before) : next;
        localStorage.setItem(key, JSON.stringify(after));
        return after;
      }),
    [key],
  );
  const drop = useCallback(() => {
    localStorage.removeItem(key);
    setRestored(false);
  }, [key]);
  return { value, set, restored, drop };
}
