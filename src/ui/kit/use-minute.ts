import { useEffect, useState } from "react";

/** Minutes after midnight on the barn's clock, kept current; null before the page woke. */
export function useMinute(timeZone: string): number | null {
  const [minute, setMinute] = useState<number | null>(null);
  useEffect(() => {
    const hands = new Intl.DateTimeFormat("en-GB", { timeZone, hour: "2-digit", minute: "2-digit", hourCycle: "h23" });
    const look = (): void => {
      const [hours = "0", minutes = "0"] = hands.format(Date.now()).split(":");
      setMinute(Number(hours) * 60 + Number(minutes));
    };
    look();
    const timer = setInterval(look, 30_000);
    return () => clearInterval(timer);
  }, [timeZone]);
  return minute;
}
