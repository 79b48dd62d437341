/** Backups, in words. */
import { dateInZone, sayDate } from "#core/calendar/local-date.ts";

const KB = 1000;
/** '340 kB', '4.2 MB', '1.3 GB' */
export function saySize(bytes: number): string {
  const units = ["kB", "MB", "GB"] as const;
  const step = bytes < KB ** 2 ? 0 : bytes < KB ** 3 ? 1 : 2;
  const size = bytes / KB ** (step + 1);
  return `${size < 10 && step > 0 ? size.toFixed(1) : Math.round(size)} ${units[step]}`;
}
/** 'Sat 25 Jul, 2:10' by the barn's clock. */
export function sayMoment(at: string, timeZone: string): string {
  const moment = new Date(at);
  const time = new Intl.DateTimeFormat("en-GB", { timeZone, hour: "numeric", minute: "2-digit" }).format(moment);
  return `${sayDate(dateInZone(timeZone, moment.getTime()))}, ${time}`;
}
