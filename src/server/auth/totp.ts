/** The second proof: codes of an authenticator app (TOTP, RFC 6238: SHA-1, six digits, thirty seconds). */
import { Secret, TOTP } from "otpauth";

const STEP_SECONDS = 30;
/** Steps that the clock of a telephone may be off, either way. */
const OFF = 1;

const made = (secret: string, label: string): TOTP =>
  new TOTP({ issuer: "Steady Furlong", label, period: STEP_SECONDS, secret: Secret.fromBase32(secret) });

export const newSecret = (): string => new Secret({ size: 20 }).base32;
/** What an authenticator reads from the drawn code. */
export const secretAddress = (secret: string, label: string): string => made(secret, label).toString();

/** The step of time that the code belongs to, where it lies after the last one taken; null: no code of now, or one that was taken already. */
export function stepOf(secret: string, code: string, now: Date, lastTaken: number): number | null {
  const off = made(secret, "").validate({ token: code, timestamp: now.getTime(), window: OFF });
  if (off === null) return null;
  const step = Math.floor(now.getTime() / 1000 / STEP_SECONDS) + off;
  return step > lastTaken ? step : null;
}
