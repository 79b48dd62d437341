/** What is done to the house, and what must still be true afterwards. */
import { randomUUID } from "node:crypto";
import { setTimeout as pause } from "node:timers/promises";
import { UNKNOWN_HISTORY } from "#contracts/stay.ts";
import { type House, PASSWORD, TODAY } from "./house.ts";

export interface Row {
  readonly what: string;
  readonly good: boolean;
  readonly found: string;
}
const WRITERS = 12;
/** Milliseconds; the smallest form shows that the drill works, wherever and beside whatever it runs, and judges no time. */
const SMALLEST = process.argv.includes("--smallest");
const BACK_WITHIN = SMALLEST ? Number.POSITIVE_INFINITY : 2000;
/** A server that was killed has to be started first. */
const STARTED_WITHIN = SMALLEST ? Number.POSITIVE_INFINITY : 5000;

/** Twelve people write one thing after the other, each again under the same key until it is acknowledged; what is acknowledged stands once. */
async function underWriters(
  house: House,
  what: string,
  times: number,
  hurt: (turn: number) => Promise<void>,
  within = BACK_WITHIN,
): Promise<Row> {
  const acknowledged: string[] = [];
  let [writing, odd] = [true, 0];
  const person = house.manager;
  const writer = async (): Promise<void> => {
    while (writing) {
      const reason = randomUUID();
      const key = randomUUID();
      for (;;) {
        const { status } = await house.post(
          "people/add-absence",
          { person, firstDay: "2026-12-01", lastDay: "2026-12-01", fromMinute: null, toMinute: null, reason },
          key,
        );
        if (status === 200) break;
        if (status !== 0 && status !== 503) odd += 1;
        await pause(50);
      }
      acknowledged.push(reason);
    }
  };
  const writers = Array.from({ length: WRITERS }, writer);
  let slowest = 0;
  for (let turn = 0; turn < times; turn += 1) {
    await pause(60 + (turn % 7) * 20);
    await hurt(turn);
    const begun = performance.now();
    while ((await house.get("/today")) !== 200 && performance.now() - begun < 20_000) await pause(20);
    slowest = Math.max(slowest, performance.now() - begun);
  }
  writing = false;
  await Promise.all(writers);
  const rows = await house.sql`SELECT reason, count(*)::int AS count FROM absence GROUP BY reason`;
  const stands = new Map(rows.map((row) => [row["reason"], row["count"]]));
  const lost = acknowledged.filter((reason) => !stands.has(reason)).length;
  const doubled = rows.filter(({ count }) => count > 1).length;
  return {
    what: `${times} ${what} under ${WRITERS} writers`,
    good: house.lives && lost === 0 && doubled === 0 && odd === 0 && acknowledged.length > 0 && slowest < within,
    found: `${acknowledged.length} acknowledged, ${lost} lost, ${doubled} doubled, ${odd} odd answers; pages back within ${Math.round(slowest)} ms; ${house.lives ? "the server lives" : "THE SERVER DIED"}`,
  };
}

export const cuts = (house: House, times: number): Promise<Row> =>
  underWriters(house, "cuts of all connections", times, () => house.cutConnections());
export const restarts = (house: House, times: number): Promise<Row> =>
  underWriters(house, "restarts of PostgreSQL", times, (turn) => house.restartPostgres(turn % 2 === 0 ? "fast" : "immediate"));
export const kills = (house: House, times: number): Promise<Row> =>
  underWriters(house, "kills of the server", times, () => house.killServer(), STARTED_WITHIN);

const SIGN_INS = 60;
/** Everybody signs in at once, most of them wrongly, while somebody reads: pages answer, memory stays, and the manager gets in on a browser that is known. */
export async function signIns(house: House): Promise<Row> {
  const enter = async (name: string, password: string, cookie = ""): Promise<Response> =>
    fetch(`${house.address}/sign-in`, {
      method: "POST",
      body: new URLSearchParams({ name, password }),
      headers: { Cookie: cookie },
      redirect: "manual",
    });
  const known =
    (await enter("quill", PASSWORD)).headers
      .getSetCookie()
      .map((one) => one.split(";")[0])
      .find((one) => one?.startsWith("furlong_device")) ?? "";
  const before = house.memory;
  let [slowest, most, running] = [0, before, true];
  const reader = (async () => {
    while (running) {
      const begun = performance.now();
      await house.get("/today");
      slowest = Math.max(slowest, performance.now() - begun);
      most = Math.max(most, house.memory);
      await pause(20);
    }
  })();
  const statuses = await Promise.all(
    Array.from({ length: SIGN_INS }, async (_, i) => (await enter(i < 20 ? "quill" : `nobody${i}`, "not this one")).status),
  );
  const stranger = (await enter("quill", PASSWORD)).status;
  const manager = (await enter("quill", PASSWORD, known)).status;
  running = false;
  await reader;
  const odd = statuses.filter((status) => ![401, 429, 503].includes(status)).length;
  return {
    what: `${SIGN_INS} sign-ins at once`,
    good: odd === 0 && manager === 303 && [303, 429].includes(stranger) && slowest < BACK_WITHIN && most - before < 250,
    found: `a page took ${Math.round(slowest)} ms at most, ${Math.round(most - before)} MB more; ${odd} odd answers; known browser ${manager}, unknown ${stranger}`,
  };
}

/** Eight do the same at once: one is first. */
export async function races(house: House, rounds: number): Promise<Row> {
  const all = async (ask: (i: number) => Promise<{ status: number }>): Promise<number[]> =>
    (await Promise.all(Array.from({ length: 8 }, (_, i) => ask(i)))).map(({ status }) => status);
  const wrong: string[] = [];
  const judge = (what: string, statuses: readonly number[]): void => {
    if (statuses.filter((status) => status === 200).length !== 1 || statuses.some((status) => status !== 200 && status !== 409))
      wrong.push(`${what}: ${statuses.join(" ")}`);
  };
  for (let round = 0; round < rounds; round += 1) {
    const booked = await house.post("stay/book", {
      client: {
        name: "Ottoline Fenn",
        phone: "",
        email: "",
        emergencyName: "",
        emergencyPhone: "",
        vetName: "",
        vetPhone: "",
        vetRelease: true,
      },
      horse: {
        name: `Drill ${round}`,
        birthDate: null,
        birthYear: 2018,
        sex: "mare",
        class: "adult",
        heightCm: 152,
        toldKg: null,
        history: UNKNOWN_HISTORY,
        historyWords: "",
      },
      stay: {
        kind: "started",
        aim: "A quiet ride out.",
        complaint: "",
        complaintDuring: [],
        complaintLedBy: [],
        length: 60,
        firstDay: TODAY,
        sessionsAWeek: 5,
        givenBefore: 0,
        counting: "calendar",
        method: "quiet-steps",
        afterDays: 3,
        afterLevel: "steady",
        afterWords: "",
      },
      goals: [],
    });
    const { stay } = booked.body as { stay?: string };
    if (!stay) return { what: "races", good: false, found: `could not book: ${booked.status} ${JSON.stringify(booked.body)}` };
    const hold = { stay, kind: "vet", firstDay: "2026-07-20", lastDay: "2026-07-25", stopsClock: true, reason: "A cut" };
    judge("holds", await all(() => house.post("stay/add-hold", hold)));
    const [row] = await house.sql`SELECT id FROM hold WHERE stay_id = ${stay}`;
    const key = randomUUID();
    const same = await all(() =>
      house.post(
        "people/add-absence",
        {
          person: house.manager,
          firstDay: "2026-12-02",
          lastDay: "2026-12-02",
          fromMinute: null,
          toMinute: null,
          reason: `race ${round}`,
        },
        key,
      ),
    );
    const [count] = await house.sql`SELECT count(*)::int AS count FROM absence WHERE reason = ${`race ${round}`}`;
    if (same.some((status) => status !== 200) || count?.["count"] !== 1)
      wrong.push(`one key eight times: ${same.join(" ")}, ${count?.["count"]} rows`);
    if (!row) wrong.push("no hold stands");
  }
  return {
    what: `${rounds} rounds of races`,
    good: wrong.length === 0,
    found: wrong.length === 0 ? "one was first each time, the others were told" : wrong.slice(0, 3).join("; "),
  };
}
