import { randomBytes, scrypt, timingSafeEqual } from "node:crypto";
import { ZxcvbnFactory } from "@zxcvbn-ts/core";
import * as common from "@zxcvbn-ts/language-common";
import pLimit from "p-limit";

/** scrypt (RFC 7914) with N=2^17, r=8, p=1: about half a second a try on this kind of machine. */
const COST = { N: 2 ** 17, r: 8, p: 1 };
const MEMORY = 256 << 20;
const LENGTH = 32;

/** One at a time: each takes a core and 128 MB, and pages are served meanwhile. */
const queue = pLimit(1);
const LONGEST_QUEUE = 20;
/** So many wait already that the next one would wait ten seconds and more. */
export class HashingBusy extends Error {}

const derive = (password: string, salt: Buffer, cost: { N: number; r: number; p: number }): Promise<Buffer> => {
  if (queue.pendingCount >= LONGEST_QUEUE) return Promise.reject(new HashingBusy());
  return queue(
    () =>
      new Promise<Buffer>((resolve, reject) => {
        scrypt(password.normalize("NFKC"), salt, LENGTH, { ...cost, maxmem: MEMORY }, (error, key) =>
          error ? reject(error) : resolve(key),
        );
      }),
  );
};

/** 'scrypt$N$r$p$salt$key'. A smaller cost is for tests and demo data alone. Throws HashingBusy. */
export async function hashPassword(password: string, cost = COST): Promise<string> {
  const salt = randomBytes(16);
  const key = await derive(password, salt, cost);
  return ["scrypt", cost.N, cost.r, cost.p, salt.toString("base64"), key.toString("base64")].join("$");
}

/** Throws HashingBusy. */
export async function verifyPassword(password: string, hash: string): Promise<boolean> {
  const [scheme, N, r, p, salt, key] = hash.split("$");
  if (scheme !== "scrypt" || !salt || !key) return false;
  const expected = Buffer.from(key, "base64");
  const given = await derive(password, Buffer.from(salt, "base64"), { N: Number(N), r: Number(r), p: Number(p) });
  return expected.length === given.length && timingSafeEqual(expected, given);
}

/** Verified against where the name is unknown, so that an unknown name takes as long as a known one. */
export const nobodysHash: Promise<string> = hashPassword(randomBytes(16).toString("hex"));

const judge = new ZxcvbnFactory({ dictionary: common.dictionary, graphs: common.adjacencyGraphs });
/** Of five, 0 to 4: guessed in under a hundred million tries below it. */
const STRONG = 3;
/** What a name gives away: itself, its words, and these in one. */
const pieces = (name: string): string[] => [name, name.replaceAll(/[\s.-]+/g, ""), ...name.split(/[\s.-]+/)];
/** Common, a pattern, or made of what everybody knows of its owner. */
export const isWeak = (password: string, known: readonly string[]): boolean =>
  judge.check(password, known.flatMap(pieces)).score < STRONG;
