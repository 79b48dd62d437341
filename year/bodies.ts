/** The manager and the horses' bodies, by the application: whoever was asked is booked, answers and is heard; where an alarm says no more, the Checks page says who is next. */
import type { CheckView } from "#contracts/views.check.ts";
import { addDays } from "#core/calendar/local-date.ts";
import { causeOf } from "#core/intake/causes.ts";
import { must } from "#core/kernel/assert.ts";
import { readChecks, readHorseChecks } from "#server/check/read-checks.ts";
import { openStay } from "#server/stay/read-horse.ts";
import type { LivedBarn, Stabled } from "./lived-barn.ts";
import { luck } from "./luck.ts";
import { HEALS_AFTER, looksAt } from "./vets.ts";

/** Days from a finding until somebody has looked again and it may be worked as before. */
const RELEASED_AFTER = HEALS_AFTER + 1;

export class Bodies {
  constructor(private readonly year: LivedBarn) {}

  private ask(route: string, input: unknown): Promise<unknown> {
    return this.year.hands.try(route, this.year.boss, input);
  }

  /** What was ordered is booked; who came, answers; what was found is released when it has been put right. */
  async answered(): Promise<void> {
    const { checks } = await readChecks(this.year.database, this.year.boss);
    for (const check of checks) {
      const one = this.year.stabled.get(check.stay);
      if (!one || this.year.tallyOf(one.guest).wentHome) continue;
      await this.check(check, one);
    }
  }
  private async check(check: CheckView, one: Stabled): Promise<void> {
    const { id, version, state, bookedFor, doneOn, releasedOn } = check;
    const random = luck(this.year.world.seed, "visit", one.guest.key, check.orderedOn, check.cause ?? "");
    if (state === "ordered") {
      const urgent = check.holds === "all" || check.holds === "ridden";
      const days = check.who === "barn" ? 1 : urgent ? random.whole(1, 4) : random.whole(2, 9);
      await this.ask("check/book", { id, version, bookedFor: addDays(this.year.today, days), bookedWith: "" });
      return;
    }
    if (state === "booked" && bookedFor !== null && bookedFor <= this.year.today) {
      const answer = looksAt(this.year.world.seed, one.guest, one.living, check, this.year.today);
      this.year.tally.checks.asked += 1;
      this.year.tally.checks.found += answer.result === "clear" ? 0 : 1;
      await this.ask("check/close", {
        id,
        version,
        doneOn: this.year.today,
        result: answer.result,
        answer: answer.words,
        restrictions: [],
      });
      if (answer.easedOn) one.living.ease(answer.easedOn);
      return;
    }
    const well = doneOn !== null && check.result === "found" && addDays(doneOn, RELEASED_AFTER) <= this.year.today;
    if (state === "done" && releasedOn === null && well)
      await this.ask("check/release", {
        id,
        version,
        on: this.year.today,
        words: "Looked at again: it may be worked as before.",
      });
  }

  /** What the Checks page ranks first and nobody has been asked about. */
  async lookFurther(one: Stabled): Promise<void> {
    const opened = must(await openStay(this.year.database, one.stay), "a stay");
    const { weighed, checks } = await readHorseChecks(this.year.database, opened, this.year.boss);
    const asked = new Set(checks.map(({ cause }) => cause));
    const next = weighed?.causes.find(({ cause }) => causeOf(cause).body && !asked.has(cause));
    if (!next) return;
    this.year.lookedAt(one);
    const { who, check } = causeOf(next.cause);
    await this.ask("check/order", {
      stay: one.stay,
      cause: next.cause,
      who,
      asked: check,
      due: addDays(this.year.today, 3),
      holds: next.holds,
      skills: [],
    });
  }
}
