import { describe, expect, it } from "vitest";
import { troubleOf } from "#db/errors.ts";
import { isAway } from "./away.ts";
import { isForeign } from "./origin.ts";
import { safeTarget, secureCookies } from "./target.ts";

const url = new URL("http://barn.test:4321/api/stay/book");
const post = (headers: Record<string, string>) =>
  new Request(url, { method: "POST", headers: { host: "barn.test:4321", ...headers } });

describe("where a request comes from", () => {
  it("our own pages, and programs that say nothing, may write", () => {
    expect(isForeign(post({}), url)).toBe(false);
    expect(isForeign(post({ origin: "http://barn.test:4321" }), url)).toBe(false);
    expect(isForeign(post({ "sec-fetch-site": "same-origin" }), url)).toBe(false);
  });
  it("others may not, whatever they call themselves", () => {
    for (const origin of ["http://barn.test", "http://barn.test.evil.example:4321", "https://evil.example", "null", "nonsense"])
      expect(isForeign(post({ origin }), url), origin).toBe(true);
    for (const site of ["cross-site", "same-site"]) expect(isForeign(post({ "sec-fetch-site": site }), url), site).toBe(true);
  });
  it("does not matter for looking", () => {
    expect(isForeign(new Request(url, { headers: { origin: "https://evil.example" } }), url)).toBe(false);
  });
});

describe("where somebody is led after signing in", () => {
  it("stays on the site", () => {
    expect(["/", "/today?day=2026-07-15", "/horse/x#y"].map(safeTarget)).toEqual(["/", "/today?day=2026-07-15", "/horse/x#y"]);
    for (const asked of [
      null,
      "",
      "today",
      "//evil",
      "/\\evil",
      "/a\\b",
      "/ a",
      "/\tx",
      "https://evil",
      "/api/stay/book",
      "javascript:alert(1)",
    ])
      expect(safeTarget(asked), String(asked)).toBe("/");
  });
});

describe("the session cookie", () => {
  it("is marked Secure where people come by https, seen here or through a proxy", () => {
    expect(secureCookies(new URL("https://barn.test/"))).toBe(true);
    expect(secureCookies(new URL("http://127.0.0.1:4321/"))).toBe(false);
    process.env["FURLONG_TLS"] = "1";
    expect(secureCookies(new URL("http://127.0.0.1:4321/"))).toBe(true);
    delete process.env["FURLONG_TLS"];
  });
});

describe("troubles of the database", () => {
  it("are told apart: once more, later, or ours", () => {
    expect(["40P01", "40001", "57P01", "ECONNREFUSED", "23505", undefined].map((code) => troubleOf({ code }))).toEqual([
      "again",
      "again",
      "away",
      "away",
      null,
      null,
    ]);
    expect([troubleOf(null), troubleOf("40P01"), troubleOf(new Error("x"))]).toEqual([null, null, null]);
    // A disk that is full, a read-only server, a query that was ended; and a race that was lost each time.
    for (const code of ["CONNECTION_CLOSED", "53100", "25006", "57014", "XX000", "40P01"])
      expect(isAway({ code }), code).toBe(true);
    for (const code of ["23505", "22021", "42P01", "EXXON"]) expect(isAway({ code }), code).toBe(false);
  });
});
