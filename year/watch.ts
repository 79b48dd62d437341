/** What must hold on every day of the year, whatever people do. The first break stops it. */
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { makeBackup, tryBackup } from "#bin/backup.ts";
import type { Actor } from "#contracts/people.ts";
import { addDays, type LocalDate, weekdayOf } from "#core/calendar/local-date.ts";
import { dayFactsOf } from "#core/day/from-barn.ts";
import { blockersOf } from "#core/day/rules.ts";
import { readDay } from "#server/day/read-day.ts";
import { readIssue } from "#server/report/read-report.ts";
import { openStay } from "#server/stay/read-horse.ts";
import { readWeek } from "#server/week/read-week.ts";
import type { LivedBarn, Stabled } from "./lived-barn.ts";
import { luck } from "./luck.ts";

export class Broken extends Error {
  constructor(
    readonly day: LocalDate,
    what: string,
  ) {
    super(what);
  }
}

export class Watch {
  /** The day whose backup is read back. */
  private readonly backedUp: LocalDate;

  constructor(
    private readonly year: LivedBarn,
    private readonly url: string,
  ) {
    const { seed, firstDay, days } = year.world;
    this.backedUp = addDays(firstDay, luck(seed, "backup").whole(Math.floor(days / 3), days - 1));
  }

  private holds(is: boolean, what: string): void {
    if (!is) throw new Broken(this.year.today, what);
  }

  /** After the day was handed out: every card stands by the board's own rules, and every horse that is here is on the sheet, due, or told why it is not. */
  async laidOut(): Promise<void> {
    const view = await this.timed("Today", () => readDay(this.year.database, this.year.today));
    const live = view.cards.filter(({ state }) => state !== "cancelled");
    const facts = dayFactsOf(view);
    for (const card of live) {
      const blockers = blockersOf(facts, live, card);
      this.holds(blockers.length === 0, `${card.horse}'s card breaks ${JSON.stringify(blockers)}`);
    }
    const told = new Set([...view.cards, ...view.due, ...view.resting].map(({ stay }) => stay));
    for (const { horse, stay } of view.horses) this.holds(told.has(stay), `${horse} is here, and the day says nothing of it`);
  }

  /** A phone that sends again what had arrived gets the same answer, and nothing is written twice. */
  async sameAgain(actor: Actor, input: unknown, key: string): Promise<void> {
    const revisions = async (): Promise<number> =>
      Number((await this.year.database.sql`SELECT count(*) FROM card_revision`)[0]?.["count"]);
    const before = await revisions();
    const again = await this.year.hands.try("card/close", actor, input, key);
    this.holds(again.ok, "a record that was sent again was refused");
    this.holds((await revisions()) === before, "a record that was sent again was written twice");
  }

  /** When everybody has gone home. */
  async evening(): Promise<void> {
    await this.nothingHidden();
    await this.lettersOnce();
    if (weekdayOf(this.year.today) === 1) await this.timed("Week", () => readWeek(this.year.database, null));
    if (this.year.today === this.backedUp) await this.backup();
  }

  /** What was ridden against a hold, an open check or without a signature is marked so, and the office was told. Asked of the tables, not of the rule. */
  private async nothingHidden(): Promise<void> {
    const { sql } = this.year.database;
    const { today } = this.year;
    const against = await sql`
      SELECT h.name, r.against, r.override_reason AS reason,
             (p.role = 'manager' OR EXISTS (SELECT FROM alert a WHERE a.card_id = k.id)) AS told
      FROM card k
      JOIN LATERAL (SELECT * FROM card_revision WHERE card_id = k.id ORDER BY revision DESC LIMIT 1) r ON true
      JOIN person p ON p.id = k.rider_id
      JOIN stay s ON s.id = k.stay_id JOIN horse h ON h.id = s.horse_id
      WHERE k.day = ${today} AND k.state = 'closed' AND r.saddle_minutes > 0
        AND (EXISTS (SELECT FROM hold o WHERE o.stay_id = s.id AND o.first_day <= ${today} AND (o.last_day IS NULL OR o.last_day >= ${today}))
          OR EXISTS (SELECT FROM check_up c WHERE c.stay_id = s.id AND c.state IN ('ordered', 'booked') AND c.holds IN ('ridden', 'all') AND c.ordered_on < ${today})
          OR NOT EXISTS (SELECT FROM evaluation e JOIN judgement j ON j.evaluation_id = e.id WHERE e.stay_id = s.id))`;
    for (const row of against) {
      const marked = (row["against"] as readonly unknown[]).length > 0 || row["reason"] !== "";
      this.holds(marked && Boolean(row["told"]), `${String(row["name"])} was ridden against the record, and nobody was told`);
    }
  }

  private async lettersOnce(): Promise<void> {
    const twice = await this.year.database
      .sql`SELECT issue FROM message WHERE issue IS NOT NULL GROUP BY issue HAVING count(*) > 1`;
    this.holds(twice.length === 0, "a letter was written twice");
  }

  /** A report says of the weeks what the record has. */
  async report(number: number): Promise<void> {
    const issue = await readIssue(this.year.database, String(number));
    this.holds(issue !== null, `report ${number} cannot be read`);
    if (!issue || issue.content.weeks.length === 0) return;
    const [row] = await this.year.database.sql`
      SELECT count(*) AS sessions FROM card k JOIN report_issue i ON i.number = ${number} JOIN report p ON p.id = i.report_id
      WHERE k.stay_id = p.stay_id AND k.state = 'closed'`;
    const told = issue.content.weeks.reduce((sum, { sessions }) => sum + sessions, 0);
    this.holds(told === Number(row?.["sessions"]), `report ${number} tells ${told} sessions of ${String(row?.["sessions"])}`);
  }

  /** Every session that was given is in the record of the stay: none is lost between phone, card and term. */
  async goesHome({ stay, guest }: Stabled): Promise<void> {
    const opened = await openStay(this.year.database, stay);
    const [known, given] = [opened?.stay.delivered.length ?? 0, this.year.tallyOf(guest).given.size];
    this.holds(known === given, `${guest.horse} was given ${given} sessions, and its record has ${known}`);
  }

  /** The whole barn as it stands, written out, read into another database and compared table by table. */
  private async backup(): Promise<void> {
    const folder = mkdtempSync(join(tmpdir(), "furlong-year-"));
    const file = join(folder, "barn.furlong");
    try {
      await makeBackup(this.url, file, this.year.database.clock.now());
      await tryBackup(this.url, file);
      this.year.tally.restored = this.year.today;
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  }

  async timed<T>(page: string, read: () => Promise<T>): Promise<T> {
    const begun = performance.now();
    const got = await read();
    this.year.tally.pages.set(page, [...(this.year.tally.pages.get(page) ?? []), performance.now() - begun]);
    return got;
  }
}
