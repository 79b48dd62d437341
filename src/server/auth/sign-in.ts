import { createHash, randomBytes } from "node:crypto";
import type { Actor, Role, SignIn } from "#contracts/people.ts";
import type { Refusal } from "#contracts/refusal.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { ok, type Result } from "#core/kernel/result.ts";
import { findCredential } from "#db/queries/people.ts";
import { sweepRequests } from "#db/queries/requests.ts";
import {
  countTries,
  deleteSession,
  findVisitor,
  forgetTries,
  insertSession,
  insertTry,
  sweepSessions,
} from "#db/queries/sign-in.ts";
import type { Deps } from "../container.ts";
import { no } from "../work.ts";
import { nobodysHash, verifyPassword } from "./password.ts";

export const SESSION_DAYS = 14;
const DAY_MS = 86_400_000;
/** A phone may come back with what it could not send for so long. */
const REPEAT_DAYS = 30;
const WINDOW_MINUTES = 15;
const TRIES_BY_NAME = 8;
const TRIES_BY_ADDRESS = 40;

const hashOf = (token: string): Buffer => createHash("sha256").update(token).digest();

/** The token for the cookie, or why not. A try counts before the password is looked at, so that many at once count too. */
export async function signIn(
  { sql, clock }: Deps,
  input: SignIn,
  address: string,
): Promise<Result<{ token: string; role: Role }, Refusal>> {
  const now = clock.now();
  const since = new Date(now.getTime() - WINDOW_MINUTES * 60_000);
  await insertTry(sql, input.signIn, address, now);
  const tries = await countTries(sql, input.signIn, address, since);
  if (tries.byName > TRIES_BY_NAME || tries.byAddress > TRIES_BY_ADDRESS)
    return no({ code: "too-many-tries", path: "signIn", waitMinutes: WINDOW_MINUTES });
  const credential = await findCredential(sql, input.signIn);
  const right = await verifyPassword(input.password, credential?.passwordHash ?? (await nobodysHash));
  if (!credential || !right) return no({ code: "wrong-password", path: "password" });
  const token = randomBytes(32).toString("base64url");
  await insertSession(sql, hashOf(token), credential.id, now, new Date(now.getTime() + SESSION_DAYS * DAY_MS));
  await forgetTries(sql, input.signIn, since);
  await sweepSessions(sql, now);
  await sweepRequests(sql, new Date(now.getTime() - REPEAT_DAYS * DAY_MS));
  return ok({ token, role: credential.role });
}

export const signOut = ({ sql }: Deps, token: string): Promise<void> => deleteSession(sql, hashOf(token));

/** Who asks, on which day, and how far the record has come: at one revision and on one day the barn reads the same. */
export interface Visitor {
  readonly actor: Actor;
  readonly revision: number;
  readonly today: LocalDate;
}

export async function visitorOf({ sql, clock }: Deps, token: string | undefined): Promise<Visitor | null> {
  if (!token || token.length > 100) return null;
  const found = await findVisitor(sql, hashOf(token), clock.now());
  if (!found) return null;
  const { revision, timeZone, ...actor } = found;
  return { actor, revision, today: clock.today(timeZone) };
}
