import { randomBytes, scrypt, timingSafeEqual } from "node:crypto";

/** scrypt (RFC 7914) with N=2^17, r=8, p=1: about half a second a try on this kind of machine. */
const COST = { N: 2 ** 17, r: 8, p: 1 };
const MEMORY = 256 << 20;
const LENGTH = 32;

const derive = (password: string, salt: Buffer, cost: { N: number; r: number; p: number }): Promise<Buffer> =>
  new Promise((resolve, reject) => {
    scrypt(password.normalize("NFKC"), salt, LENGTH, { ...cost, maxmem: MEMORY }, (error, key) =>
      error ? reject(error) : resolve(key),
    );
  });

/** 'scrypt$N$r$p$salt$key'. A smaller cost is for tests and demo data alone. */
export async function hashPassword(password: string, cost = COST): Promise<string> {
  const salt = randomBytes(16);
  const key = await derive(password, salt, cost);
  return ["scrypt", cost.N, cost.r, cost.p, salt.toString("base64"), key.toString("base64")].join("$");
}

export async function verifyPassword(password: string, hash: string): Promise<boolean> {
  const [scheme, N, r, p, salt, key] = hash.split("$");
  if (scheme !== "scrypt" || !salt || !key) return false;
  const expected = Buffer.from(key, "base64");
  const given = await derive(password, Buffer.from(salt, "base64"), { N: Number(N), r: Number(r), p: Number(p) });
  return expected.length === given.length && timingSafeEqual(expected, given);
}

/** Verified against where the name is unknown, so that an unknown name takes as long as a known one. */
export const nobodysHash: Promise<string> = hashPassword(randomBytes(16).toString("hex"));
