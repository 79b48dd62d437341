/** Lets what hurts in the demo barn happen on its days: checks ordered, booked and answered, changes of tack tried. */
import { addDays, type LocalDate } from "#core/calendar/local-date.ts";
import { causeOf } from "#core/intake/causes.ts";
import { must } from "#core/kernel/assert.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { CHECKS, type DemoCheck, type DemoTrial, TRIALS } from "./bodies.ts";

interface Hands {
  stayOf(horse: string): StayId | null;
  /** Asks as the manager. */
  ask<T>(route: string, input: unknown): Promise<T>;
}

export class Bodies {
  /** Ids of what was ordered and begun. */
  private readonly made = new Map<DemoCheck | DemoTrial, string>();

  constructor(
    private readonly today: LocalDate,
    private readonly hands: Hands,
  ) {}

  /** `offset`: days from the demo's today to `day`. */
  async live(offset: number, day: LocalDate): Promise<void> {
    for (const check of CHECKS) {
      const stay = this.hands.stayOf(check.horse);
      if (stay && offset === check.ordered) await this.order(check, stay);
      if (check.done && offset === check.done.day)
        await this.hands.ask("check/close", {
          id: must(this.made.get(check), "ordered before"),
          version: check.booked === undefined ? 1 : 2,
          doneOn: day,
          result: check.done.result,
          answer: check.done.words,
          restrictions: [],
        });
    }
    for (const trial of TRIALS) {
      const stay = this.hands.stayOf(trial.horse);
      if (stay && offset === trial.from) {
        const begun = { stay, change: trial.change, fromDay: day, words: trial.words, ended: null };
        this.made.set(trial, (await this.hands.ask<{ id: string }>("check/begin-trial", begun)).id);
      }
      if (trial.ended && offset === trial.ended.day)
        await this.hands.ask("check/end-trial", {
          id: must(this.made.get(trial), "begun before"),
          endedOn: day,
          result: trial.ended.result,
          words: trial.words,
        });
    }
  }

  private async order(check: DemoCheck, stay: StayId): Promise<void> {
    const { who, check: asked } = causeOf(check.cause);
    const { id } = await this.hands.ask<{ id: string }>("check/order", {
      stay,
      cause: check.cause,
      who,
      asked,
      due: addDays(this.today, check.due),
      holds: check.holds,
      skills: check.skills ?? [],
    });
    this.made.set(check, id);
    if (check.booked !== undefined)
      await this.hands.ask("check/book", {
        id,
        version: 1,
        bookedFor: addDays(this.today, check.booked),
        bookedWith: check.with ?? "",
      });
  }
}
