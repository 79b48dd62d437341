/** Builders: a small barn made through the application's own commands, on a clock that the test sets. */

import { randomUUID } from "node:crypto";
import { inject } from "vitest";
import { createDatabase } from "#bin/prepare.ts";
import type { RecordFields } from "#contracts/card.ts";
import { EMPTY_WALK, type JudgementFields, type WalkFields } from "#contracts/intake.ts";
import type { Actor, PersonFields } from "#contracts/people.ts";
import { type BookStay, UNKNOWN_HISTORY } from "#contracts/stay.ts";
import { type LocalDate, localDate } from "#core/calendar/local-date.ts";
import { EMPTY_RECORD } from "#core/card/merge.ts";
import { HALF_HOUR } from "#core/day/model.ts";
import { RUNGS } from "#core/intake/instrument.ts";
import { must } from "#core/kernel/assert.ts";
import type { CardId, EvaluationId, PersonId, PlaceId, StayId } from "#core/kernel/brand.ts";
import { type Score, sidesOf } from "#core/kernel/sides.ts";
import { GATE_TICKS } from "#core/permission/ground-check.ts";
import { connect, type Sql } from "#db/client.ts";
import { listPlaces } from "#db/queries/day.ts";
import { ask, attempt } from "#demo/ask.ts";
import { setUpBarn } from "#server/barn/set-up.ts";
import type { Deps } from "#server/container.ts";
import { skillOf } from "#shipped/ladder.ts";
import { fromSeven } from "./days.ts";

/** A Tuesday. */
export const TODAY = "2026-07-14";
export const PASSWORD = "a long enough one";
export const PERSON: PersonFields = {
  name: "Hesper Vole",
  role: "rider",
  grade: 4,
  weightKg: 60,
  rides: true,
  specialist: false,
  worksDays: [1, 2, 3, 4, 5, 6, 7],
  worksFrom: 420,
  worksTo: 1020,
  lunchFrom: 660,
  lunchTo: 840,
  lunchMinutes: 30,
  maxSaddle: 6,
};

/** Whom every small barn has: hashing their passwords takes longer than most tests, so they stand in the template. */
const STAFF = {
  hesper: {},
  lorcan: { name: "Lorcan Teasel", weightKg: 96, grade: 2 },
  pim: { name: "Pim Arrowsby", role: "helper", rides: false, weightKg: null, maxSaddle: 0, grade: 3 },
} as const satisfies Record<string, Partial<PersonFields>>;

export const depsOn = (sql: Sql, today: () => LocalDate): Deps => ({
  sql,
  clock: { now: () => new Date(`${today()}T15:00:00Z`), today },
});
export async function actorOf(sql: Sql, signIn: string): Promise<Actor> {
  const [row] = await sql`SELECT id, name, role, grade FROM person WHERE sign_in = ${signIn}`;
  return { id: row?.["id"] as PersonId, name: row?.["name"], role: row?.["role"], grade: row?.["grade"] };
}

export async function setUpEmpty(sql: Sql): Promise<void> {
  await setUpBarn(sql, {
    name: "Test barn",
    timeZone: "America/Denver",
    begunOn: localDate(TODAY),
    manager: { signIn: "boss", password: PASSWORD, person: { ...PERSON, name: "Boss", role: "manager", grade: 5 } },
  });
  const deps = depsOn(sql, () => localDate(TODAY));
  const actor = await actorOf(sql, "boss");
  for (const [signIn, person] of Object.entries(STAFF))
    await ask(deps, {
      route: "people/add",
      actor,
      input: { signIn, password: PASSWORD, person: { ...PERSON, ...person } },
    });
  await sql`UPDATE person SET must_change = false`;
}

/** The address of a database that is cloned from a template; in place of the one of that name, where there is one. */
/** A barn with people in it and no horse, the demo, or no barn at all yet. */
export type Template = "empty" | "demo" | "bare";
export async function cloneOf(template: Template, name = `t_${randomUUID().replaceAll("-", "")}`): Promise<string> {
  const admin = new URL(inject("adminUrl"));
  await createDatabase(admin.href, name, { template, replace: true });
  admin.pathname = `/${name}`;
  return admin.href;
}

/** A database without a table; its address. */
export async function bareDatabase(name: string): Promise<string> {
  const address = new URL(inject("adminUrl"));
  address.pathname = `/${name}_${randomUUID().replaceAll("-", "")}`;
  await createDatabase(inject("adminUrl"), address.pathname.slice(1));
  return address.href;
}

/** A database of the test file's own. */
export async function cloned(template: Template): Promise<{ sql: Sql; url: string }> {
  const url = await cloneOf(template);
  return { url, sql: connect(url, { max: 12, connectSeconds: 30 }) };
}

export const booking = (
  changes: {
    client?: Partial<BookStay["client"]>;
    horse?: Partial<BookStay["horse"]>;
    stay?: Partial<BookStay["stay"]>;
    goals?: BookStay["goals"];
  } = {},
): BookStay => ({
  client: {
    name: "Ottoline Fenn",
    phone: "",
    email: "",
    emergencyName: "",
    emergencyPhone: "",
    vetName: "",
    vetPhone: "",
    vetRelease: true,
    ...changes.client,
  },
  horse: {
    name: "Thimble",
    birthDate: null,
    birthYear: 2018,
    sex: "mare",
    class: "adult",
    heightCm: 152,
    toldKg: null,
    history: UNKNOWN_HISTORY,
    historyWords: "",
    ...changes.horse,
  },
  stay: {
    kind: "started",
    aim: "A quiet ride out.",
    complaint: "",
    complaintDuring: [],
    complaintLedBy: [],
    length: 60,
    firstDay: localDate("2026-07-06"),
    sessionsAWeek: 5,
    givenBefore: 0,
    counting: "calendar",
    method: "quiet-steps",
    afterDays: 3,
    afterLevel: "steady",
    afterWords: "",
    ...changes.stay,
  },
  goals: changes.goals ?? [],
});

/** A walk that scored everything the same, on a horse of about 480 kg. */
export const walkOf = (score: Score, changes: Partial<WalkFields> = {}): WalkFields => ({
  ...EMPTY_WALK,
  marks: RUNGS.flatMap((rung) => rung.skills).flatMap((skill) =>
    sidesOf(skillOf(skill).sided).map((side) => ({ skill, side, score })),
  ),
  measures: { ...EMPTY_WALK.measures, girthCm: 190, lengthCm: 158, fitness: "fit", condition: 5 },
  ...changes,
});

/** Signs what the rules read and orders nothing. */
export const JUDGEMENT: JudgementFields = {
  risk: null,
  ridden: null,
  secondPerson: null,
  sessionMinutes: null,
  circleMinutes: null,
  apart: "",
  focus: ["Hard side first"],
  goals: [{ skill: "canter", target: 3, verdict: null, because: "" }],
  checks: [],
  ownerWords: "",
};

/** As a form begins it, but that it says how it ended. */
const bare = () => ({ ...EMPTY_RECORD, endedWell: true }) as RecordFields;
export const INCIDENT = { during: "unknown", ledBy: [], strength: 2 } as Pick<
  RecordFields["incidents"][number],
  "during" | "ledBy" | "strength"
>;
export const record = (changes: Partial<RecordFields> = {}): RecordFields => ({
  ...bare(),
  groundMinutes: 20,
  gaits: ["walk"],
  weather: "calm",
  tack: ["rope-halter"],
  scores: [{ skill: "catch", side: "both", score: 4 }],
  endedWell: true,
  word: "Quiet.",
  ...changes,
});

export const OPEN_GATE = { ticks: [...GATE_TICKS], redSigns: [], overrideReason: "" };
export const NOT_TICKED = { ticks: [], redSigns: [], overrideReason: "" };

export interface Placed {
  readonly card: CardId;
  readonly stay: StayId;
}

/** A barn with a manager, two riders, a helper, and what the test adds. */
export class Barn {
  today: LocalDate = localDate(TODAY);
  readonly deps: Deps;

  private constructor(
    readonly sql: Sql,
    readonly url: string,
    readonly boss: Actor,
    readonly rider: Actor,
    readonly other: Actor,
    readonly helper: Actor,
    readonly places: Readonly<Record<string, PlaceId>>,
  ) {
    this.deps = depsOn(sql, () => this.today);
  }

  static async open(): Promise<Barn> {
    const { sql, url } = await cloned("empty");
    const [boss, rider, other, helper] = await Promise.all(["boss", ...Object.keys(STAFF)].map((name) => actorOf(sql, name)));
    const places = Object.fromEntries((await listPlaces(sql)).map((place) => [place.name, place.id]));
    return new Barn(
      sql,
      url,
      must(boss, "a manager"),
      must(rider, "a rider"),
      must(other, "another"),
      must(helper, "a helper"),
      places,
    );
  }

  close = (): Promise<void> => this.sql.end();
  place = (name: string): PlaceId => this.places[name] as PlaceId;

  ask<T = unknown>(route: string, input: unknown, actor: Actor = this.boss): Promise<T> {
    return ask<T>(this.deps, { route, actor, input });
  }
  /** The code of the refusal, or 'done'. */
  async code(route: string, input: unknown, actor: Actor = this.boss, key?: string): Promise<string> {
    const result = await attempt(this.deps, { route, actor, input, key });
    if (result.ok) return "done";
    return "code" in result.error ? result.error.code : "issues";
  }

  async book(changes: Parameters<typeof booking>[0] = {}): Promise<StayId> {
    return (await this.ask<{ stay: StayId }>("stay/book", booking(changes))).stay;
  }
  async evaluate(
    stay: StayId,
    walk: WalkFields = walkOf(4),
    kind: "intake" | "mid-term" | "exit" = "intake",
  ): Promise<EvaluationId> {
    const { id } = await this.ask<{ id: EvaluationId }>("intake/begin", { stay, kind });
    await this.ask("intake/close", { id, version: 1, walk });
    return id;
  }
  /** Signed as it reads, but for what the changes say; no goals and no checks. */
  async sign(id: EvaluationId, changes: Partial<JudgementFields> = {}, revision = 0): Promise<void> {
    await this.ask("intake/sign", { id, revision, judgement: { ...JUDGEMENT, focus: [], goals: [], ...changes } });
  }
  /** Booked, evaluated and signed: a quiet horse that rides already. */
  async horse(name = "Thimble", score: Score = 4): Promise<StayId> {
    const stay = await this.book({ horse: { name } });
    await this.sign(await this.evaluate(stay, walkOf(score)));
    return stay;
  }

  /** `start` and `length`, where they are given, in half hours from seven. */
  placement = (stay: StayId, changes: Record<string, unknown> = {}) => {
    const { start = 0, length = 2, ...others } = changes;
    return {
      day: this.today,
      stay,
      kind: "ground",
      rider: this.rider.id,
      place: this.place("Arena"),
      helper: null,
      ...others,
      start: fromSeven(Number(start)),
      length: HALF_HOUR * Number(length),
    };
  };
  async handedOut(stay: StayId, changes: Record<string, unknown> = {}): Promise<CardId> {
    const { id } = await this.ask<{ id: CardId }>("day/place", this.placement(stay, changes));
    await this.ask("day/hand-out", { day: this.today });
    return id;
  }
  /** A session worked and logged on a day. */
  async worked(stay: StayId, day: string, changes: Partial<RecordFields> = {}, actor: Actor = this.rider): Promise<CardId> {
    const now = this.today;
    this.today = localDate(day);
    const card = await this.handedOut(stay);
    await this.ask("card/close", { id: card, base: null, record: record(changes), gate: OPEN_GATE }, actor);
    this.today = now;
    return card;
  }
}
