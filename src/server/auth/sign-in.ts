import { createHash, randomBytes } from "node:crypto";
import { UNDO_DAYS } from "#contracts/import.ts";
import type { Language } from "#contracts/language.spoken.ts";
import type { Actor, Role, SignIn } from "#contracts/people.ts";
import type { Refusal } from "#contracts/refusal.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { PersonId } from "#core/kernel/brand.ts";
import { ok, type Result } from "#core/kernel/result.ts";
import { forgetItems } from "#db/queries/import.ts";
import { findCredential, findCredentialOf } from "#db/queries/people.ts";
import { sweepRequests } from "#db/queries/requests.ts";
import {
  confirmSession,
  countTries,
  deleteSession,
  findVisitor,
  forgetTries,
  insertSession,
  insertTry,
  isKnownDevice,
  keepDevice,
  openSession,
  sweepSessions,
  takeBackTry,
  takeOneTimeCode,
  takeStep,
  touchSession,
  tryCode,
} from "#db/queries/sign-in.ts";
import type { Deps } from "../container.ts";
import { keepClean } from "../keeping/forget.ts";
import { log } from "../log.ts";
import { no, type Session } from "../work.ts";
import { HashingBusy, nobodysHash, verifyPassword } from "./password.ts";
import { waitOf } from "./throttle.ts";
import { stepOf } from "./totp.ts";

export const SESSION_DAYS = 14;
export const DEVICE_DAYS = 365;
const DAY_MS = 86_400_000;
const HOUR_MS = 3_600_000;
const MINUTE_MS = 60_000;
/** A phone may come back with what it could not send for so long. */
const REPEAT_DAYS = 30;
/** The second proof is owed no longer than this, and tried no more often. */
const CODE_WITHIN = 10 * MINUTE_MS;
const CODE_TRIES = 5;
/** What asks for the password again is content with one typed so short a while ago. */
const CONFIRMED_FOR = 15 * MINUTE_MS;
const SEEN_EVERY = 5 * MINUTE_MS;

export const hashOf = (secret: string): Buffer => createHash("sha256").update(secret).digest();
const newToken = (): string => randomBytes(32).toString("base64url");

/** From where somebody signs in. `device`: what its browser was given when somebody last signed in on it. */
export interface From {
  readonly address: string;
  readonly device: string | undefined;
  readonly agent: string;
}
export interface Entered {
  readonly token: string;
  readonly role: Role;
  /** The second proof is still owed: the token opens nothing yet. */
  readonly awaitsCode: boolean;
}

/** Looks at a password no more often than the tries before allow; `run` says whether it was right. A try counts before it is looked at, so that many at once count too. */
async function throttled<T>(
  { sql, clock }: Deps,
  name: string,
  address: string,
  run: () => Promise<T | null>,
): Promise<Result<T, Refusal>> {
  const now = clock.now();
  const since = new Date(now.getTime() - HOUR_MS);
  const own = await insertTry(sql, name, address, now);
  const {
    pair,
    pairLast,
    name: byName,
    nameLast,
    address: byAddress,
    addressLast,
  } = await countTries(sql, name, address, since, own);
  const wait = waitOf(
    {
      pair: { count: pair, last: pairLast },
      name: { count: byName, last: nameLast },
      address: { count: byAddress, last: addressLast },
    },
    now,
  );
  if (wait > 0) {
    await takeBackTry(sql, own);
    log().warn({ event: "sign-in", outcome: "too-many-tries", name, address, wait }, "Too many tries");
    return no({ code: "too-many-tries", path: "signIn", waitSeconds: wait });
  }
  try {
    const found = await run();
    if (found === null) {
      log().warn({ event: "sign-in", outcome: "wrong", name, address }, "A wrong password");
      return no({ code: "wrong-password", path: "password" });
    }
    await forgetTries(sql, name, address, since);
    return ok(found);
  } catch (error) {
    if (!(error instanceof HashingBusy)) throw error;
    await takeBackTry(sql, own);
    return no({ code: "busy", path: "signIn" });
  }
}

/** The token for the cookie, or why not. */
export async function signIn(deps: Deps, input: SignIn, { address, device, agent }: From): Promise<Result<Entered, Refusal>> {
  const { sql, clock } = deps;
  const credential = await findCredential(sql, input.signIn);
  // In a browser that knows this person, only what is tried in it counts: strangers keep nobody out.
  const known = device && credential && (await isKnownDevice(sql, hashOf(device), credential.id));
  const own = known && `device:${hashOf(device).toString("hex").slice(0, 32)}`;
  const right = await throttled(deps, own || input.signIn, own || address, async () => {
    const fits = await verifyPassword(input.password, credential?.passwordHash ?? (await nobodysHash));
    return credential && fits ? credential : null;
  });
  if (!right.ok) return right;
  const now = clock.now();
  const token = newToken();
  const awaitsCode = right.value.secondProof;
  await insertSession(sql, {
    tokenHash: hashOf(token),
    person: right.value.id,
    at: now,
    until: new Date(now.getTime() + SESSION_DAYS * DAY_MS),
    device: agent,
    address,
    awaitsCode,
  });
  await sweepSessions(sql, now);
  // Nobody is kept out by what could not be taken away: the next sign-in tries again.
  await keepClean(deps).catch((error: unknown) =>
    log().error({ event: "fault", err: error }, "What is kept no longer was not taken away"),
  );
  await forgetItems(sql, new Date(now.getTime() - UNDO_DAYS * DAY_MS));
  await sweepRequests(sql, new Date(now.getTime() - REPEAT_DAYS * DAY_MS));
  log().info({ event: "sign-in", outcome: awaitsCode ? "code owed" : "in", name: input.signIn, address }, "Signed in");
  return ok({ token, role: right.value.role, awaitsCode });
}

/** The second proof: a code of the authenticator, or one of those that were printed. */
export async function giveCode({ sql, clock }: Deps, token: string, code: string): Promise<Result<Entered, Refusal>> {
  const now = clock.now();
  const wrong = no({ code: "wrong-code", path: "code" });
  const owed = await tryCode(sql, hashOf(token), new Date(now.getTime() - CODE_WITHIN));
  if (!owed) return no({ code: "code-too-late", path: "code" });
  if (owed.tries > CODE_TRIES) {
    await deleteSession(sql, hashOf(token));
    return no({ code: "code-too-late", path: "code" });
  }
  const typed = code.replaceAll(/[\s-]/g, "").toUpperCase();
  const step = /^\d{6}$/.test(typed) ? stepOf(owed.secret, typed, now, owed.step) : null;
  const taken = step === null ? await takeOneTimeCode(sql, owed.id, hashOf(typed), now) : await takeStep(sql, owed.id, step);
  log()[taken ? "info" : "warn"]({ event: "sign-in", outcome: taken ? "in" : "wrong code", person: owed.id }, "A second proof");
  if (!taken) return wrong;
  await openSession(sql, owed.session);
  return ok({ token, role: owed.role, awaitsCode: false });
}

/** Keeps that this browser knows whoever has just come in; the token for its cookie. */
export async function rememberDevice({ sql, clock }: Deps, token: string, device: string | undefined): Promise<string> {
  const kept = device && device.length < 100 ? device : newToken();
  const found = await findVisitor(sql, hashOf(token), clock.now());
  if (found) await keepDevice(sql, hashOf(kept), found.id, clock.now());
  return kept;
}

/** Whoever is in types the password once more, for what asks for it. */
export async function confirm(
  deps: Deps,
  { person, session, password }: { person: PersonId; session: string; password: string },
): Promise<Result<null, Refusal>> {
  const credential = await findCredentialOf(deps.sql, person);
  const right = await throttled(deps, `confirm:${person}`, `confirm:${person}`, async () =>
    credential && (await verifyPassword(password, credential.passwordHash)) ? credential : null,
  );
  if (!right.ok) return right;
  await confirmSession(deps.sql, session, deps.clock.now());
  return ok(null);
}

export const signOut = ({ sql }: Deps, token: string): Promise<void> => deleteSession(sql, hashOf(token));

/** Who asks, on which day, and what the last write marked: at one mark and on one day the barn reads the same. */
export interface Visitor {
  readonly actor: Actor;
  readonly session: Session;
  /** The password was given by somebody else: first of all a new one is chosen. */
  readonly mustChange: boolean;
  readonly mark: string;
  /** What they read the phone's pages in. */
  readonly language: Language;
  readonly today: LocalDate;
}

export async function visitorOf({ sql, clock }: Deps, token: string | undefined): Promise<Visitor | null> {
  if (!token || token.length > 100) return null;
  const now = clock.now();
  const found = await findVisitor(sql, hashOf(token), now);
  if (!found) return null;
  const { mark, timeZone, session, seenAt, confirmedAt, mustChange, language, ...actor } = found;
  // Where it cannot be noted, as on a server that takes no writes, the page is shown all the same.
  if (now.getTime() - seenAt.getTime() > SEEN_EVERY) await touchSession(sql, session, now).catch(() => undefined);
  const confirmed = confirmedAt !== null && now.getTime() - confirmedAt.getTime() < CONFIRMED_FOR;
  return { actor, session: { id: session, confirmed }, mustChange, mark, language, today: clock.today(timeZone) };
}
