/** The first start of a barn of one's own: open once, to who holds the code that the start command prints. */
import { createHash, timingSafeEqual } from "node:crypto";
import type { FirstStart } from "#contracts/first-start.ts";
import { type PersonFields, USUAL_PERSON } from "#contracts/people.ts";
import type { Refusal } from "#contracts/refusal.ts";
import { ok, type Result } from "#core/kernel/result.ts";
import { isSetUp } from "#db/queries/barn.ts";
import { isWeak } from "../auth/password.ts";
import { type Entered, type From, signIn } from "../auth/sign-in.ts";
import { setUpBarn } from "../barn/set-up.ts";
import { perBarn } from "../barns.ts";
import type { Deps } from "../container.ts";
import { no } from "../work.ts";

/** Once a barn is there it stays: the question is asked of the database only until then. */
const known = perBarn(() => ({ there: false }));
export async function barnIsThere(deps: Deps): Promise<boolean> {
  const barn = known(deps);
  barn.there ||= await isSetUp(deps.sql);
  return barn.there;
}

/** Whether somebody holds the code of this start. Where none was made nobody does. */
export function holdsCode(given: string | null | undefined): boolean {
  const code = process.env["FURLONG_START_CODE"] ?? "";
  const hash = (text: string): Buffer => createHash("sha256").update(text).digest();
  return code !== "" && timingSafeEqual(hash(given ?? ""), hash(code));
}

/** Somebody who runs the barn: there all week, and may ride anything. What does not fit is changed under People. */
const MANAGER: PersonFields = {
  ...USUAL_PERSON,
  role: "manager",
  grade: 5,
  rides: false,
  worksDays: [1, 2, 3, 4, 5, 6],
  worksTo: 1080,
};

export async function beginBarn(deps: Deps, input: FirstStart, from: From): Promise<Result<Entered, Refusal>> {
  if (isWeak(input.password, [input.name, input.signIn, input.barn])) return no({ code: "weak-password", path: "password" });
  const { barn: name, timeZone, units } = input;
  const manager = {
    signIn: input.signIn,
    password: input.password,
    person: { ...MANAGER, worksDays: [...MANAGER.worksDays], name: input.name },
  };
  const made = await setUpBarn(deps.sql, { name, timeZone, units, begunOn: deps.clock.today(timeZone), manager });
  if (!made) return no({ code: "begun-already", path: "" });
  // The manager chose the password here: there is none to change at the first sign-in.
  return ok(await entered(deps, input, from));
}
async function entered(deps: Deps, input: FirstStart, from: From): Promise<Entered> {
  const answer = await signIn(deps, { signIn: input.signIn, password: input.password }, from);
  if (!answer.ok) throw new Error(`the first manager cannot sign in: ${answer.error.code}`);
  return answer.value;
}
