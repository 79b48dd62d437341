import { randomUUID } from "node:crypto";
import { setTimeout as pause } from "node:timers/promises";
import fc from "fast-check";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { type PageFields, SkillRecord } from "#contracts/ladder.ts";
import { EMPTY_HAND_OVER } from "#contracts/owner.ts";
import type { Actor } from "#contracts/people.ts";
import { localDate } from "#core/calendar/local-date.ts";
import { USUAL_CUES } from "#core/card/cues.ts";
import { USUAL_DAY } from "#core/day/hours.ts";
import { methodOf } from "#core/ladder/methods.ts";
import { USUAL_LIMITS } from "#core/weather/work-limits.ts";
import { attempt } from "#demo/ask.ts";
import { COMMANDS } from "#server/commands.ts";
import type { Deps } from "#server/container.ts";
import { SHIPPED_KEPT } from "#shipped/ladder.ts";
import { actorOf, booking, depsOn, JUDGEMENT, OPEN_GATE, PASSWORD, PERSON, record, TODAY, walkOf } from "#tests/barn.ts";
import { Site } from "#tests/site.ts";

const PAGE: PageFields = {
  what: "Stands tied.",
  ask: ["Tie high and short."],
  release: "Untie while it stands.",
  scores: ["0", "1", "2", "3", "4", "5"],
  mistakes: "",
  stopWhen: "It fights the rope.",
  schools: [],
  forOwner: "",
};

let site: Site;
let deps: Deps;
let boss: Actor;
beforeAll(async () => {
  site = await Site.open("demo");
  deps = depsOn(site.sql, () => localDate(TODAY));
  boss = await actorOf(site.sql, "odalys");
  // What a server reads again by itself when it meets a barn is read by then.
  await site.get("/", "odalys");
  for (let [before, now] = ["", await fingerprint()]; before !== now; [before, now] = [now, await fingerprint()])
    await pause(500);
});
afterAll(() => site.close());

const id = randomUUID();
const where = { kind: "ground", length: 2, rider: id, start: 0, place: id, helper: null };
const RUNG = { id: "own-1", words: "Own", prompt: "", skills: ["tie"], signs: ["girthy"], stopWhen: null, caution: "Slowly." };
const PLACE = {
  name: "Far field",
  capacity: 2,
  separate: false,
  outdoor: true,
  surface: "grass",
  stages: ["riding"],
  closed: false,
  shutTimes: [{ weekday: 1, day: null, from: 720, to: 780, why: "harrowed" }],
};
const POLICIES = {
  name: "Test barn",
  firstDayIs: 1,
  restDays: [7],
  holidays: ["2026-12-25"],
  holdVet: true,
  holdInjury: true,
  holdOwner: true,
  holdWeather: false,
  units: "metric",
  cues: { ...USUAL_CUES },
  stalls: 20,
  owedPolicy: "days",
  gear: [{ place: "head", words: "Fly bonnet" }],
  idleHours: 72,
  weeklyAfter: 4,
  mediaMb: 2000,
  phone: "555 0100",
  workLimits: { ...USUAL_LIMITS },
  day: { ...USUAL_DAY },
};
const DOT = "aGk=";
const NOTHING_TAKEN = {
  girthCm: null,
  lengthCm: null,
  withersCm: null,
  croupCm: null,
  scaleKg: null,
  condition: null,
  pulse: null,
  breaths: null,
  temperatureC: null,
  saddleFit: null,
  words: "",
};
/** Well-formed requests of every command, about things that are not there: none of them can succeed. */
const WHICH = { stay: id, kind: "end", ordinal: 0 };
const EXAMPLES: Record<string, unknown> = {
  "account/change-password": { password: "a long enough one" },
  "account/end-session": { id },
  "account/begin-codes": { sure: true },
  "account/turn-on-codes": { code: "123456", oneTime: Array.from({ length: 10 }, () => "ABCDEFGHIJKLMNOP") },
  "account/turn-off-codes": { sure: true },
  "language/speak": { language: "xx" },
  "language/correct": { english: "No phrase of ours", words: "{nobody} says so" },
  "language/read-through": { sure: true },
  // Two faults where nothing else would refuse: replacing one place cannot mend both.
  "import/take": {
    list: "people",
    file: "people.csv",
    columns: [null],
    rows: [[""]],
    reading: { days: "day-first", decimals: "point", weights: "kg", heights: "cm", lengths: "cm", temperatures: "C" },
    how: "all",
  },
  "import/horse": {
    archive: {
      format: "furlong-horse/1",
      at: "2199-01-01",
      barn: "Elsewhere",
      owner: "Ottoline Fenn",
      skills: {},
      horse: booking().horse,
      stays: [],
    },
  },
  "import/undo": { id },
  "stay/forget-client": { stay: id },
  "barn/edit-keeping": { version: 1_000_000, keeping: { letters: null, changes: null, photos: null, clients: null } },
  "people/add": { signIn: "Not A Name", password: "short", person: PERSON },
  "people/edit": { id, version: 1, person: PERSON },
  "people/retire": { id, version: 1 },
  "people/reset-password": { id, password: PASSWORD },
  "people/add-absence": {
    person: id,
    firstDay: "2026-07-14",
    lastDay: "2026-07-15",
    fromMinute: null,
    toMinute: null,
    reason: "Course",
  },
  "people/remove-absence": { id },
  "stay/book": booking({ horse: { birthYear: 1066, heightCm: 1 } }),
  "stay/edit": { id, version: 1, stay: booking().stay, riskSet: null },
  "stay/edit-details": { stay: id, version: 2, client: booking().client, horse: booking().horse },
  "stay/add-hold": { stay: id, kind: "vet", firstDay: "2026-07-14", lastDay: null, stopsClock: true, reason: "Lame" },
  "stay/end-hold": { id, lastDay: "2026-07-14" },
  "stay/set-apart": { stay: id, other: randomUUID(), apart: true },
  "stay/keep-from": { stay: id, person: id, kept: true },
  "stay/measure": { ...NOTHING_TAKEN, stay: id, day: "2026-07-14", scaleKg: 430 },
  "stay/send-home": { id, version: 1, day: "2026-07-14" },
  "intake/begin": { stay: id, kind: "intake" },
  "intake/save": { id, version: 1, walk: walkOf(3) },
  "intake/close": { id, version: 1, walk: walkOf(3) },
  "intake/sign": { id, revision: 0, judgement: JUDGEMENT },
  // Two faults again: a version that never was, and a skill asked twice.
  "intake/edit-instrument": { version: 999_999, rungs: [RUNG, { ...RUNG, id: "own-2" }] },
  "check/order": { stay: id, cause: "teeth", who: "dentist", asked: "Look", due: "2026-07-20", holds: "skill", skills: ["bit"] },
  "check/edit": { id, version: 1, asked: "Look", due: "2026-07-20", holds: "ridden", skills: [] },
  "check/book": { id, version: 1, bookedFor: "2026-07-20", bookedWith: "Valley vet" },
  "check/close": {
    id,
    version: 1,
    doneOn: "2026-07-14",
    result: "clear",
    answer: "Nothing.",
    restrictions: [{ what: "fast", until: null, words: "" }],
  },
  "check/release": { id, version: 2, on: "2026-07-14", words: "The vet" },
  "check/cancel": { id, version: 1, reason: "Gone by itself" },
  "check/attach": { id, name: "chart.pdf", content: "JVBERi0xLjQK" },
  "check/remove-file": { file: id },
  "check/begin-trial": { stay: id, change: "other-bit", fromDay: "2026-07-14", words: "Thicker", ended: null },
  "check/end-trial": { id, endedOn: "2026-07-14", result: "gone", words: "" },
  "barn/edit-policies": { version: 999_999, policies: POLICIES },
  "barn/edit-weights": { version: 999_999, weights: [{ sign: "girthy", cause: "skin", weight: 2 }] },
  "barn/edit-steps": { version: 999_999, steps: [{ step: "sit", skill: "lead", at: 4 }] },
  "barn/look-at": { step: "rules" },
  "barn/edit-ways": { version: 999_999, ways: [{ skill: "hose", way: "leave-out" }] },
  "barn/edit-methods": { version: 999_999, methods: [{ ...methodOf("quiet-steps"), words: "Ours", used: true }] },
  "ladder/save": {
    version: 999_999,
    branches: SHIPPED_KEPT.branches,
    skills: [SkillRecord.parse({ ...SHIPPED_KEPT.skills.find((skill) => skill.id === "tie"), to3: 9 })],
    pages: [],
  },
  "ladder/practise": {
    skill: "no-such-skill",
    given: Array.from({ length: 10 }, () => ({ situation: { kind: "looks", score: 3, again: false }, score: 3 })),
  },
  "ladder/write-page": { skill: "tie", version: 999, page: PAGE },
  "plan/set-goals": { stay: id, version: 0, goals: [{ skill: "tie", target: 4, side: null, weight: 2, must: true }] },
  "plan/lay-step": { stay: id, skill: "sit", day: "2026-07-15", rider: id, helper: id, place: id },
  "plan/set-pins": {
    stay: id,
    version: 0,
    pins: [
      { kind: "pin", skill: "tie", day: 3 },
      { kind: "forbid", skill: "lead", from: 3, to: null },
      { kind: "written", day: 4, items: [{ skill: "tie", role: "main" }], words: "", added: [], dropped: [] },
      { kind: "week", from: 4, words: "The trailer" },
    ],
  },
  // Two faults, as above.
  "barn/add-place": { place: { ...PLACE, capacity: 99, separate: "maybe" } },
  "barn/edit-place": { id, version: 1, place: PLACE },
  "day/place": { day: "2026-07-15", stay: id, ...where },
  "day/move": { id, version: 1, ...where },
  "day/lock": { id, version: 1, locked: true },
  "day/lay-out": {
    day: "2026-07-15",
    seen: [{ id, version: 1 }],
    cards: [{ id, stay: id, kind: "ground", length: 2, rider: id, start: 2, place: id, helper: null, after: null }],
  },
  "day/split": { id, version: 1, first: 1 },
  "day/add-appointment": { stay: id, day: "2026-07-15", kind: "farrier", fromMinute: 540, toMinute: 600, words: "" },
  "day/remove-appointment": { id },
  "weather/enter": {
    day: "2026-07-15",
    version: null,
    hours: [{ hour: 9, temperatureC: 900, humidity: "damp", windMps: 3 }],
  },
  "weather/forget": { day: "2026-07-15", version: 1 },
  "week/set": {
    days: ["2026-07-01"],
    laid: false,
    horses: [{ stay: id, seen: [], wanted: [{ day: "2026-07-01", pinned: false, rider: null }] }],
  },
  "feed/make": { person: id, stay: null },
  "feed/drop": { person: null, stay: id },
  "day/take-back": { id, version: 1 },
  "day/hand-out": { day: "2026-12-24" },
  "card/cancel": { id, because: "weather", instead: "turned-out", reason: "Rain" },
  "card/tell": {
    id,
    told: { what: "incident", incident: { kind: "fall", before: "", hurt: "person", during: "trot", ledBy: ["noise"] } },
  },
  "card/unplanned": { id, stay: id, day: "2026-07-14", ...where, after: null, why: "There was time" },
  "alert/see": { id },
  "watch/answer": { stay: id, code: "stall", about: "2026-07-10", until: "2026-07-20", reason: "Vet comes on Friday" },
  "card/close": { id, base: null, record: record(), gate: OPEN_GATE },
  "report/save": {
    ...WHICH,
    version: null,
    tone: "plain",
    level: "full",
    words: { did: { prose: [{ kind: "p", runs: [{ text: "Much.", bold: true, italic: false }] }], edits: [], left: ["aim"] } },
  },
  "report/approve": { ...WHICH, version: 1, send: false },
  "report/compose": { which: [WHICH] },
  "report/add-photo": { ...WHICH, caption: "At the block", content: "aGk=" },
  "report/remove-photo": { ...WHICH, photo: id },
  "owner/write": { stay: id, about: "goal:trot", subject: "Where we stand", body: "Dear owner," },
  "owner/settle": { id },
  "owner/retry": { id },
  "owner/make-link": { stay: id, contact: null, until: "2026-12-01" },
  "owner/add-contact": { stay: id, name: "Ines Marr", email: "ines@example.invalid", role: "agent" },
  "owner/remove-contact": { id },
  "media/add": {
    id,
    stay: id,
    card: null,
    evaluation: null,
    day: "2026-07-14",
    skill: "lead",
    side: "left",
    words: "Before",
    content: DOT,
  },
  "media/remove": { id },
  "report/take-media": { ...WHICH, media: id, caption: "" },
  "tools/drop-layout": { name: "Three on a line" },
  "owner/set-homework": {
    stay: id,
    since: null,
    content: { daysAWeek: 2, steps: [{ skill: "lead", first: null, words: "Slowly." }], words: "" },
    send: false,
  },
  "owner/see-homework": { stay: id },
  "owner/save-visit": {
    stay: id,
    id: null,
    version: null,
    content: { kind: "lesson", day: "2026-07-15", minute: 600, plan: ["lead"], state: "planned", help: [], words: "" },
  },
  "owner/drop-link": { stay: id, contact: null },
  "owner/answer": { issue: 999_999, answer: "Yes, led." },
  "owner/see-check-back": { stay: id },
  "owner/hand-over": { stay: id, version: null, content: EMPTY_HAND_OVER },
};

const JUNK: unknown[] = [
  null,
  true,
  0,
  -1,
  1.5,
  1e300,
  2 ** 53,
  "",
  " ",
  "\u0000",
  "\ud800",
  "x".repeat(70_000),
  "2026-02-30",
  "0000-00-00",
  "9999-12-31",
  "-infinity",
  "1; DROP TABLE stay",
  "../../etc",
  {},
  [],
  [[]],
  { length: 1e9 },
  Array(500).fill(0),
  { __proto__: null, toString: 1 },
  id,
  "left",
  "both",
  -2147483649,
];

type Path = readonly (string | number)[];
const pathsOf = (value: unknown, at: Path = []): Path[] => [
  ...(at.length > 0 ? [at] : []),
  ...(typeof value === "object" && value !== null
    ? Object.entries(value)
        .slice(0, 12)
        .flatMap(([key, inner]) => pathsOf(inner, [...at, Array.isArray(value) ? Number(key) : key]))
    : []),
];
/** The example with one place of it replaced, or taken away. */
function spoiled(example: unknown, [key, ...rest]: Path, junk: unknown): unknown {
  if (key === undefined) return junk;
  const copy: Record<string | number, unknown> | unknown[] = Array.isArray(example)
    ? [...(example as unknown[])]
    : { ...(example as object) };
  const inner = (copy as Record<string | number, unknown>)[key];
  (copy as Record<string | number, unknown>)[key] = spoiled(inner, rest, junk);
  return copy;
}

/** Everything that the application keeps, but for tries and sessions. */
async function fingerprint(): Promise<string> {
  const [row] = await site.sql`
    SELECT (SELECT mark FROM written) AS mark, (SELECT count(*) FROM request) AS requests, (SELECT count(*) FROM change) AS changes,
      (SELECT count(*) FROM stay) AS stays, (SELECT count(*) FROM card) AS cards, (SELECT count(*) FROM card_revision) AS revisions,
      (SELECT count(*) FROM person) AS people, (SELECT count(*) FROM hold) AS holds, (SELECT count(*) FROM evaluation) AS evaluations, (SELECT count(*) FROM report) AS reports`;
  return JSON.stringify(row);
}

describe("junk", () => {
  it("has an example of every command to begin from", () => {
    expect(Object.keys(EXAMPLES).sort()).toEqual(Object.keys(COMMANDS).sort());
  });
  it.each(Object.keys(COMMANDS))(
    "at %s is answered with 4xx, a code, a path and a message, and changes nothing",
    async (route) => {
      const before = await fingerprint();
      // What somebody asks of their own sign-in could be done: it wants the password again, and that was typed long ago.
      await site.sql`UPDATE sign_in_session SET confirmed_at = now() - ${route.startsWith("account/") ? "1 hour" : "0 hours"}::interval`;
      const example = EXAMPLES[route];
      const body = fc.oneof(
        {
          weight: 3,
          arbitrary: fc
            .tuple(fc.constantFrom(...pathsOf(example)), fc.constantFrom(...JUNK))
            .map(([path, junk]) => spoiled(example, path, junk)),
        },
        { weight: 1, arbitrary: fc.json().map((text) => JSON.parse(text) as unknown) },
      );
      const ask = async (sent: unknown): Promise<void> => {
        const answer = await site.post(route, sent ?? null, { who: "odalys" });
        const said = (await answer.json()) as { code?: unknown; path?: unknown; message?: unknown };
        expect([answer.status >= 400 && answer.status < 500, answer.status, JSON.stringify(sent)?.slice(0, 300)]).toMatchObject([
          true,
          answer.status,
          expect.anything(),
        ]);
        expect([typeof said.code, typeof said.path, typeof said.message]).toEqual(["string", "string", "string"]);
      };
      await ask(example);
      await fc.assert(fc.asyncProperty(body, ask), { numRuns: 10 });
      // The same without the network, which is most of the time that it takes: refused or not understood, never thrown.
      const within = async (sent: unknown): Promise<void> => {
        const { ok } = await attempt(deps, {
          route,
          actor: boss,
          input: sent ?? null,
          session: { id, confirmed: !route.startsWith("account/") },
        });
        expect([ok, JSON.stringify(sent)?.slice(0, 300)]).toEqual([false, expect.anything()]);
      };
      await fc.assert(fc.asyncProperty(body, within), { numRuns: 40 });
      expect(await fingerprint()).toBe(before);
    },
  );
  it("in the addresses of pages finds nothing and breaks nothing", async () => {
    const odd = fc.oneof(
      fc.constantFrom(
        ...JUNK.filter((junk) => typeof junk === "string").map((junk) => junk.slice(0, 500)),
        "%00",
        "..%2f..",
        "%ff",
        "null",
        id,
      ),
      fc.string({ maxLength: 40 }),
    );
    await fc.assert(
      fc.asyncProperty(
        odd,
        fc.constantFrom(
          "/horse/X",
          "/horse/X/log",
          "/horse/X/terms",
          "/horse/X/report",
          "/card/X",
          "/report/X",
          "/report/X/letter.pdf",
          `/horse/${id}/report/weekly`,
          "/owner/X",
          "/owner/X/report/1",
          "/print/X/1",
          "/api/report-photo/X",
          `/horse/${id}/evaluation/X`,
          "/today?day=X",
          "/today/data?day=X",
          "/today/print?day=X",
          "/week?from=X",
          "/week/data?from=X",
          "/calendar/X.ics",
        ),
        async (text, pattern) => {
          let word = text;
          try {
            word = encodeURIComponent(text);
          } catch {
            // Half a pair cannot be encoded; it is sent as it is.
          }
          const { status } = await site.get(pattern.replace("X", word), "odalys");
          expect([pattern, text, status < 500]).toEqual([pattern, text, true]);
        },
      ),
      { numRuns: 120 },
    );
  });
});
