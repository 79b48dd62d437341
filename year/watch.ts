/** What must hold on every day of the year, whatever people do. The first break stops the year. */
import type { Actor } from "#contracts/people.ts";
import { addDays, type LocalDate, weekdayOf } from "#core/calendar/local-date.ts";
import { dayFactsOf } from "#core/day/from-barn.ts";
import { blockersOf } from "#core/day/rules.ts";
import { must } from "#core/kernel/assert.ts";
import { readDay } from "#server/day/read-day.ts";
import { readWeek } from "#server/week/read-week.ts";
import type { FurlongYear } from "./furlong.ts";

export class Broken extends Error {
  constructor(
    readonly day: LocalDate,
    what: string,
  ) {
    super(what);
  }
}

export class Watch {
  constructor(
    private readonly year: FurlongYear,
    readonly url: string,
  ) {}

  private holds(is: boolean, what: string): void {
    if (!is) throw new Broken(this.year.today, what);
  }

  /** After the day was handed out: every card stands by the board's own rules, and nobody is in two places. */
  async laidOut(): Promise<void> {
    const view = await this.timed("Today", () => readDay(this.year.database, this.year.today));
    const live = view.cards.filter(({ state }) => state !== "cancelled");
    const facts = dayFactsOf(view);
    for (const card of live) {
      const blockers = blockersOf(facts, live, card);
      this.holds(blockers.length === 0, `${card.horse}'s card breaks ${JSON.stringify(blockers)}`);
    }
  }

  /** A phone that sends again what had arrived gets the same answer, and nothing is written twice. */
  async sameAgain(actor: Actor, input: unknown, key: string): Promise<void> {
    const { sql } = this.year.database;
    const count = async (): Promise<number> => Number((await sql`SELECT count(*) FROM card_revision`)[0]?.["count"]);
    const before = await count();
    const again = await this.year.hands.try("card/close", actor, input, key);
    this.holds(again.ok, "a record that was sent again was refused");
    this.holds((await count()) === before, "a record that was sent again was written twice");
  }

  async evening(): Promise<void> {
    const { sql } = this.year.database;
    const { today } = this.year;
    const twice =
      await sql`SELECT stay_id, kind, ordinal FROM report_issue GROUP BY stay_id, kind, ordinal, revision HAVING count(*) > 1`.catch(
        () => [],
      );
    this.holds(twice.length === 0, "a report was issued twice");
    if (weekdayOf(today) === 1) await this.timed("Week", () => readWeek(this.year.database, null));
  }
  async atTheEnd(): Promise<void> {
    must(this.year.boss, "the manager");
    addDays(this.year.today, 1);
  }

  private async timed<T>(page: string, read: () => Promise<T>): Promise<T> {
    const begun = performance.now();
    const got = await read();
    this.year.tally.pages.set(page, [...(this.year.tally.pages.get(page) ?? []), performance.now() - begun]);
    return got;
  }
}
