import { z } from "zod/mini";
import type { PersonId } from "#core/kernel/brand.ts";
import {
  date,
  dayHours,
  dial,
  flag,
  grade,
  id,
  inOrder,
  list,
  minute,
  noControl,
  oneOf,
  said,
  uuid,
  version,
  weekday,
  whole,
} from "./fields.ts";

export const ROLES = ["manager", "rider", "helper"] as const;
export type Role = (typeof ROLES)[number];

/** Who asks: what every use case is told of the person behind the request. */
export interface Actor {
  readonly id: PersonId;
  readonly name: string;
  readonly role: Role;
  readonly grade: number;
}

const SIGN_IN = /^[a-z][a-z0-9.-]{1,39}$/;
export const password = z
  .string("A password is missing.")
  .check(
    z.minLength(12, "At least 12 characters. A short sentence is easy to remember."),
    z.maxLength(128, "At most 128 characters."),
    noControl,
  );

/** Of somebody who gets one. */
export const signInName = z
  .string("A sign-in name is missing.")
  .check(z.trim(), z.toLowerCase(), z.regex(SIGN_IN, "2 to 40 small letters, digits, dots or hyphens, beginning with a letter."));
export const SignIn = z.object({
  signIn: z
    .string("A sign-in name is missing.")
    .check(z.trim(), z.toLowerCase(), z.maxLength(40, "At most 40 characters."), noControl),
  password: z.string("A password is missing.").check(z.maxLength(200, "At most 200 characters.")),
});
export type SignIn = z.output<typeof SignIn>;

export const PersonFields = z
  .object({
    name: said("The name", 80),
    role: oneOf(ROLES),
    grade,
    weightKg: z.nullable(dial("weight", 25, 200, "with tack")),
    rides: flag,
    /** May do what the ladder marks as specialist work. */
    specialist: flag,
    worksDays: list(weekday, 7),
    worksFrom: minute,
    worksTo: minute,
    /** A break of so many minutes stays free between the two hours; 0: none is kept. */
    lunchFrom: minute,
    lunchTo: minute,
    lunchMinutes: whole(0, 180, "minutes"),
    maxSaddle: whole(0, 20, "rides a day"),
  })
  .check(
    z.refine((x) => x.worksFrom < x.worksTo, { path: ["worksTo"], message: "The working day must end after it begins." }),
    z.refine((x) => x.lunchFrom + x.lunchMinutes <= x.lunchTo, {
      path: ["lunchTo"],
      message: "The break must fit between its two hours.",
    }),
  );
export type PersonFields = z.output<typeof PersonFields>;
/** What somebody new begins with. */
export const USUAL_PERSON: PersonFields = {
  name: "",
  role: "rider",
  grade: 2,
  weightKg: null,
  rides: true,
  specialist: false,
  worksDays: [1, 2, 3, 4, 5],
  worksFrom: 420,
  worksTo: 960,
  lunchFrom: 660,
  lunchTo: 840,
  lunchMinutes: 30,
  maxSaddle: 6,
};

export const AddPerson = z.object({
  person: PersonFields,
  signIn: signInName,
  password,
});
export type AddPerson = z.output<typeof AddPerson>;

const person = id<"person">();
export const EditPerson = z.object({ id: person, version, person: PersonFields });
export type EditPerson = z.output<typeof EditPerson>;
export const RetirePerson = z.object({ id: person, version });
export type RetirePerson = z.output<typeof RetirePerson>;
export const ResetPassword = z.object({ id: person, password });
export type ResetPassword = z.output<typeof ResetPassword>;

export const AddAbsence = z.object({ person, firstDay: date, lastDay: date, ...dayHours, reason: said("The reason", 200) }).check(
  z.refine((x) => x.firstDay <= x.lastDay, { path: ["lastDay"], message: "The last day must not come before the first." }),
  inOrder,
  z.refine((x) => x.fromMinute === null || x.firstDay === x.lastDay, {
    path: ["lastDay"],
    message: "Hours are of one day: make the last day the first, or leave the hours out.",
  }),
);
export type AddAbsence = z.output<typeof AddAbsence>;
export const RemoveAbsence = z.object({ id: id<"absence">() });
export type RemoveAbsence = z.output<typeof RemoveAbsence>;

/** What somebody asks of their own sign-in. */
export const ChangePassword = z.object({ password });
export type ChangePassword = z.output<typeof ChangePassword>;
export const EndSession = z.object({ id: uuid });
export type EndSession = z.output<typeof EndSession>;
/** For what is asked without words: that it is meant. */
export const Sure = z.object({ sure: z.literal(true, "Say that you are sure.") });
export type Sure = z.output<typeof Sure>;
export const ONE_TIME_CODES = 10;
const oneTimeCode = z
  .string("A code is missing.")
  .check(z.regex(/^[A-Z2-7]{16}$/, "Codes have 16 letters or digits: reload the page."));
export const TurnOnCodes = z.object({
  code: z.string("The code is missing.").check(z.trim(), z.regex(/^\d{3} ?\d{3}$/, "Six digits, as the app shows them.")),
  /** To be printed: each opens once where the telephone is gone. Made in the browser, kept here as hashes. */
  oneTime: z.array(oneTimeCode, "A list.").check(z.length(ONE_TIME_CODES, `Exactly ${ONE_TIME_CODES} codes.`)),
});
export type TurnOnCodes = z.output<typeof TurnOnCodes>;
export const ConfirmPassword = z.object({
  password: z.string("The password is missing.").check(z.maxLength(200, "At most 200 characters."), noControl),
});
