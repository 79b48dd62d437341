import { useEffect, useState } from "react";
import { minuteInZone } from "#core/calendar/local-date.ts";

/** Minutes after midnight on the barn's clock, kept current; null before the page woke. */
export function useMinute(timeZone: string): number | null {
  const [minute, setMinute] = useState<number | null>(null);
  useEffect(() => {
    const look = (): void => setMinute(minuteInZone(timeZone, Date.now()));
    look();
    const timer = setInterval(look, 30_000);
    return () => clearInterval(timer);
  }, [timeZone]);
  return minute;
}
