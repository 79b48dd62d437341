import { describe, expect, it } from "vitest";
import { localDate } from "../calendar/local-date.ts";
import { backupDue, withoutBackup } from "./backup.ts";

const day = (n: number) => localDate(`2026-07-${String(n).padStart(2, "0")}`);
const made = (n: number, tried = true, problem = "") => ({ day: day(n), tried, problem });

describe("backups", () => {
  it("are due once a day, and again where one came to nothing", () => {
    expect(backupDue([], day(14))).toBe(true);
    expect(backupDue([made(13)], day(14))).toBe(true);
    expect(backupDue([made(14, false, "The disk is full.")], day(14))).toBe(true);
    expect(backupDue([made(14), made(13)], day(14))).toBe(false);
  });
  it("are missed after two days without one that was read back", () => {
    expect(withoutBackup([made(13)], day(1), day(14))).toBeNull();
    expect(withoutBackup([made(14, false), made(13, true, "Cut off."), made(12)], day(1), day(14))).toBe("2026-07-12");
    expect(withoutBackup([], day(13), day(14))).toBeNull();
    expect(withoutBackup([], day(10), day(14))).toBe("2026-07-10");
    // A barn of before there were backups: nobody knows since when, until one was made.
    expect(withoutBackup([], null, day(14))).toBeNull();
  });
});
