import { useEffect, useState } from "react";
import { type Entry, onOutbox, shownOf } from "./outbox.ts";

/** What this person has on this device and the server has not; null until it was looked at. */
export function useOutbox(person: string): readonly Entry[] | null {
  const [entries, setEntries] = useState<readonly Entry[] | null>(null);
  useEffect(() => {
    let here = true;
    const look = (): void =>
      void shownOf(person)
        .catch(() => [])
        .then((kept) => here && setEntries(kept));
    look();
    const leave = onOutbox(look);
    return () => {
      here = false;
      leave();
    };
  }, [person]);
  return entries;
}
