/** What people do about their own sign-in: password, sessions, second proof. */
import Bowser from "bowser";
import type { Actor, ChangePassword, EndSession, Sure, TurnOnCodes } from "#contracts/people.ts";
import type { AccountView } from "#contracts/views.people.ts";
import { sayInstant } from "#core/calendar/local-date.ts";
import { ok } from "#core/kernel/result.ts";
import { findPerson, setPassword } from "#db/queries/people.ts";
import {
  beginTotp,
  deleteSessionsOf,
  dropTotp,
  endSession as endRow,
  findTotp,
  listSessions,
  turnOnTotp,
} from "#db/queries/sign-in.ts";
import { hashPassword, isWeak } from "../auth/password.ts";
import { hashOf } from "../auth/sign-in.ts";
import { newSecret, secretAddress, stepOf } from "../auth/totp.ts";
import { barnOf } from "../barn/barn-of.ts";
import type { Deps } from "../container.ts";
import { type Answer, no, note, type Session, type Work } from "../work.ts";

/** Ends every other session of theirs. */
export async function changePassword(work: Work, { password }: ChangePassword): Answer {
  const me = await findPerson(work.tx, work.actor.id);
  if (!me) return no({ code: "not-found", path: "" });
  if (isWeak(password, [me.name, me.signIn, work.barn.name])) return no({ code: "weak-password", path: "password" });
  await setPassword(work.tx, me.id, await hashPassword(password), false);
  await deleteSessionsOf(work.tx, me.id, work.session?.id ?? null);
  await note(work, "person", me.id, "own password changed");
  return ok(null);
}

export async function endSession(work: Work, { id }: EndSession): Answer {
  if (!(await endRow(work.tx, work.actor.id, id))) return no({ code: "not-found", path: "id" });
  await note(work, "person", work.actor.id, "session ended");
  return ok(null);
}

/** A new secret for an authenticator; what stood before opens nothing any more. */
export async function beginCodes(work: Work, _input: Sure): Answer {
  await dropTotp(work.tx, work.actor.id);
  await beginTotp(work.tx, work.actor.id, newSecret());
  await note(work, "person", work.actor.id, "second proof begun");
  return ok(null);
}
export async function turnOnCodes(work: Work, { code, oneTime }: TurnOnCodes): Answer {
  const { secret, since, step } = await findTotp(work.tx, work.actor.id);
  if (!secret || since) return no({ code: "not-found", path: "code" });
  const taken = stepOf(secret, code.replace(" ", ""), work.now, step);
  if (taken === null) return no({ code: "wrong-code", path: "code" });
  await turnOnTotp(work.tx, work.actor.id, taken, oneTime.map(hashOf), work.now);
  await note(work, "person", work.actor.id, "second proof turned on");
  return ok(null);
}
export async function turnOffCodes(work: Work, _input: Sure): Answer {
  await dropTotp(work.tx, work.actor.id);
  await note(work, "person", work.actor.id, "second proof turned off");
  return ok(null);
}

/** 'Chrome on Android', of the long line that a browser says of itself; empty where it says nothing that is known. */
function deviceOf(agent: string): string {
  if (agent === "") return "";
  const { browser, os } = Bowser.parse(agent);
  return [browser.name, os.name].filter(Boolean).join(" on ");
}

export async function readAccount({ sql, clock }: Deps, actor: Actor, session: Session): Promise<AccountView> {
  const [barn, me, sessions, totp] = await Promise.all([
    barnOf({ sql, clock }),
    findPerson(sql, actor.id),
    listSessions(sql, actor.id, clock.now()),
    findTotp(sql, actor.id),
  ]);
  return {
    signIn: me?.signIn ?? "",
    sessions: sessions.map(({ id, createdAt, seenAt, device, address }) => ({
      id,
      since: sayInstant(barn.timeZone, createdAt.getTime()),
      seen: sayInstant(barn.timeZone, seenAt.getTime()),
      device: deviceOf(device),
      address,
      own: id === session.id,
    })),
    secondProof:
      actor.role !== "manager"
        ? null
        : totp.since
          ? { state: "on", codesLeft: totp.codesLeft }
          : totp.secret
            ? { state: "begun", secret: totp.secret, address: secretAddress(totp.secret, me?.signIn ?? "") }
            : { state: "off" },
  };
}
