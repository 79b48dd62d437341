/** What people call what we have a short list of. The first name is the one that is told. */
import type { HorseClass, HorseKind, Sex } from "../horse/horse.ts";

export type Names = Readonly<Record<string, readonly string[]>>;

export const SEX_NAMES: Record<Sex, readonly string[]> = {
  mare: ["mare", "filly", "m", "f", "female", "stute", "jument", "yegua"],
  gelding: ["gelding", "g", "wallach", "hongre", "castrado"],
  stallion: ["stallion", "colt", "s", "entire", "hengst", "etalon", "semental"],
  unknown: ["unknown"],
};
export const CLASS_NAMES: Record<HorseClass, readonly string[]> = {
  adult: ["horse", "adult"],
  pony: ["pony"],
  yearling: ["yearling"],
  weanling: ["weanling", "foal"],
};
export const KIND_NAMES: Record<HorseKind, readonly string[]> = {
  unhandled: ["unhandled", "barely handled", "wild", "range bred", "untouched"],
  halter: ["halter-broke", "halter", "unstarted", "youngster", "young horse"],
  started: ["started", "rides already", "ridden", "green", "further education", "broke"],
  restart: ["restart", "to start again", "off the track"],
};
export const ROLE_NAMES: Record<"manager" | "rider" | "helper", readonly string[]> = {
  manager: ["manager", "owner", "boss", "head"],
  rider: ["rider", "trainer", "staff rider"],
  helper: ["helper", "groom", "hand", "assistant", "ground crew"],
};
export const YES = ["yes", "y", "x", "true", "1", "ja", "si", "sí", "oui", "✓"];
export const NO = ["no", "n", "false", "0", "nein", "non", "-", "–"];
/** Monday first; shortened to two letters at least. */
export const DAY_NAMES = ["monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday"];
export const MONTH_NAMES = ["jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"];
