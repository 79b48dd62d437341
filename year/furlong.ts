/** A barn that works by the application: every day the manager's morning, the riders' sessions, the evening, and what must hold whatever happens. */
import type { Actor } from "#contracts/people.ts";
import { addDays, instantOf, type LocalDate, weekdayOf } from "#core/calendar/local-date.ts";
import { isRed } from "#core/card/card.ts";
import { must } from "#core/kernel/assert.ts";
import type { CardId, PersonId, StayId } from "#core/kernel/brand.ts";
import { seededRandom } from "#core/kernel/random.ts";
import type { Sql } from "#db/client.ts";
import { listForecasts } from "#db/queries/plan.ts";
import { setUpBarn } from "#server/barn/set-up.ts";
import { readCard } from "#server/card/read-card.ts";
import type { Deps } from "#server/container.ts";
import { readDay } from "#server/day/read-day.ts";
import { sweep } from "#server/plan/sweep.ts";
import { newId, withIdsFrom } from "#server/work.ts";
import { Hands } from "./hands.ts";
import { isSore, LivingHorse } from "./horse.ts";
import { type LivedBarn, RIDDEN_HISTORY, type Stabled } from "./lived-barn.ts";
import { luck } from "./luck.ts";
import { Manager } from "./manager.ts";
import { sessionOf } from "./session.ts";
import { type ForecastTold, metOf, newGuest, newTally, worked, type YearTally } from "./tally.ts";
import { Watch } from "./watch.ts";
import { dayOfStay, type Guest, REST_DAYS, type World } from "./world.ts";

/** A record that waits to be written down. */
interface Waiting {
  readonly day: LocalDate;
  readonly actor: Actor;
  readonly input: unknown;
}

const ZONE = "America/Denver";
/** Plays of the rest of a term, fewer than the application keeps: two chances told from so many differ by a few hundredths. */
const PLAYS = 60;
/** Of a term, at whose ends the chances that are told are kept. */
const SHARES = [0.25, 0.5, 0.75];
const SIX = 6;
const WARNED_DAYS = 14;
/** Days after which somebody who forgot is asked. */
const CHASED_AFTER = 3;

function idsFrom(seed: number): () => string {
  const random = seededRandom(seed);
  const hex = (): string => random.whole(0, 0xffff).toString(16).padStart(4, "0");
  return () => `${hex()}${hex()}-${hex()}-4${hex().slice(1)}-8${hex().slice(1)}-${hex()}${hex()}${hex()}`;
}

export class FurlongYear implements LivedBarn {
  readonly tally: YearTally;
  readonly hands: Hands;
  readonly stabled = new Map<StayId, Stabled>();
  readonly actors: Actor[] = [];
  private day: LocalDate;
  private minute = 0;
  private readonly deps: Deps;
  private readonly manager: Manager;
  readonly watch: Watch;
  private readonly waiting: Waiting[] = [];

  constructor(
    sql: Sql,
    readonly world: World,
    url: string,
  ) {
    this.day = world.firstDay;
    this.tally = newTally("furlong", world);
    const now = (): Date => new Date(instantOf(ZONE, this.day) + (SIX * 60 + this.minute) * 60_000);
    this.deps = { sql, clock: { now, today: () => this.day } };
    this.hands = new Hands(this.deps, this.tally, () => this.day);
    this.manager = new Manager(this);
    this.watch = new Watch(this, url);
  }

  /** Days lived; `told` after each. Throws where something that must hold does not. */
  async run(told: (day: LocalDate, done: number) => void): Promise<YearTally> {
    await withIdsFrom(idsFrom(this.world.seed), async () => {
      await this.begin();
      for (let done = 0; done < this.world.days; done += 1) {
        this.day = addDays(this.world.firstDay, done);
        await this.live();
        told(this.day, done + 1);
      }
    });
    return this.tally;
  }
  get today(): LocalDate {
    return this.day;
  }
  get boss(): Actor {
    return must(this.actors[0], "the manager");
  }
  get database(): Deps {
    return this.deps;
  }
  tallyOf = (guest: Guest) => must(this.tally.guests.get(guest.key), "a guest that was booked");

  booked(guest: Guest, stay: StayId): void {
    this.stabled.set(stay, {
      guest,
      living: new LivingHorse(this.world.seed, guest),
      stay,
      warned: [],
      ridden: RIDDEN_HISTORY.includes(guest.kind),
    });
    this.tally.guests.set(guest.key, newGuest(guest));
  }
  /** What was forecast on the way, against what the record says on the last day. */
  async forecastsOf({ stay, guest }: Stabled): Promise<void> {
    const forecasts = await listForecasts(this.deps.sql, stay);
    const last = forecasts.at(-1);
    const closed = [...this.tally.guests.values()].flatMap(({ wentHome }) => wentHome ?? []);
    const told = SHARES.flatMap((share): readonly ForecastTold[] => {
      const day = addDays(guest.firstDay, Math.round(guest.length * share));
      const then = forecasts.filter((one) => one.day <= day).at(-1);
      const open = then?.goals.filter(({ met }) => !met) ?? [];
      return open.flatMap(({ skill, chance }): readonly ForecastTold[] => {
        const end = last?.goals.find((goal) => goal.skill === skill);
        return end ? [{ day, chance, met: end.met, closedBefore: closed.filter((gone) => gone < day).length }] : [];
      });
    });
    this.tally.forecasts.push(...told);
  }
  /** Somebody is asked to look: counts where it hurts. */
  lookedAt({ guest, living }: Stabled): void {
    const tally = this.tallyOf(guest);
    if (tally.lookedAt === null && guest.pain && living.hurts(this.day))
      tally.lookedAt = dayOfStay(guest, this.day) - guest.pain.from;
  }

  private async begin(): Promise<void> {
    const { hands, holidays, firstDay, horses } = this.world;
    const [first, ...others] = hands;
    const boss = must(first, "a manager");
    const id = must(
      await setUpBarn(this.deps.sql, { name: "A made-up barn", timeZone: ZONE, begunOn: firstDay, manager: boss }),
      "an empty database",
    );
    this.actors.push({ id, name: boss.person.name, role: "manager", grade: boss.person.grade });
    for (const { truth: _truth, habits: _habits, ...hand } of others) {
      const { id: added } = await this.hands.must<{ id: PersonId }>("people/add", this.boss, hand);
      this.actors.push({ id: added, name: hand.person.name, role: hand.person.role, grade: hand.person.grade });
    }
    await this.manager.settleIn(holidays, horses);
  }

  private async live(): Promise<void> {
    this.minute = 0;
    const works = !(REST_DAYS as readonly number[]).includes(weekdayOf(this.day)) && !this.world.holidays.includes(this.day);
    await this.writeDown((one) => one.day < this.day);
    await this.manager.morning(works);
    if (works) {
      await this.watch.laidOut();
      await this.sessions();
    }
    await sweep(this.deps, PLAYS);
    await this.watch.evening();
  }

  private async sessions(): Promise<void> {
    const { cards } = await readDay(this.deps, this.day);
    const open = cards.filter(({ state }) => state === "handed-out").sort((a, b) => a.start - b.start);
    for (const { card, rider, start } of open) {
      this.minute = start * 15;
      await this.session(card, rider);
    }
  }

  private async session(card: CardId, rider: PersonId): Promise<void> {
    const at = this.actors.findIndex(({ id }) => id === rider);
    const [actor, hand] = [must(this.actors[at], "the rider works here"), must(this.world.hands[at], "a hand")];
    const view = must(await readCard(this.deps, card, actor), "a card of the day");
    const one = must(this.stabled.get(view.stay), "a horse of the barn");
    const done = sessionOf(this.world, one.living, hand, view);
    if ("because" in done) {
      await this.hands.try("card/cancel", actor, {
        id: card,
        because: done.because,
        instead: "turned-out",
        reason: "Not today.",
      });
      return;
    }
    one.ridden ||= done.rides;
    this.count(one, at, done);
    const random = luck(this.world.seed, "habit", one.guest.key, this.day);
    const input = {
      id: card,
      base: null,
      record: done.record,
      gate: { ticks: done.ticks, redSigns: done.redSigns, overrideReason: "" },
    };
    const red = done.happened.incident;
    // What hurt somebody, or ran away, is told at once, whenever the rest is written.
    if (red && isRed(red)) await this.hands.try("card/tell", actor, { id: card, told: { what: "incident", incident: red } });
    const { late, forgets, sendsTwice } = hand.habits;
    if (random.chance(forgets)) this.waiting.push({ day: addDays(this.day, CHASED_AFTER - 1), actor, input });
    else if (random.chance(late)) this.waiting.push({ day: this.day, actor, input });
    else {
      const key = newId();
      await this.hands.try("card/close", actor, input, key);
      if (random.chance(sendsTwice)) await this.watch.sameAgain(actor, input, key);
    }
  }

  private count(
    { guest, living, warned }: Stabled,
    hand: number,
    { rides, tacked, happened, tooEarly, record }: Exclude<ReturnType<typeof sessionOf>, { because: unknown }>,
  ): void {
    const tally = this.tallyOf(guest);
    tally.given.add(this.day);
    tally.overPain += living.hurts(this.day) && (rides || tacked) ? 1 : 0;
    tally.sessionsTooEarly += tooEarly ? 1 : 0;
    worked(this.tally, hand, this.day, record);
    const { incident, mountedChance } = happened;
    tally.rides += rides ? 1 : 0;
    tally.mountedChance += mountedChance;
    const isWarned = warned.some((day) => day < this.day && day >= addDays(this.day, -WARNED_DAYS));
    if (incident) tally.incidents.push(metOf(incident, this.day, isWarned));
    // A sign that somebody wrote down is a warning for the days after.
    if (record.signs.some(({ sign, strength }) => strength > 1 && isSore(sign))) warned.push(this.day);
  }

  /** What was put off is written down now, as it was. */
  private async writeDown(due: (one: Waiting) => boolean): Promise<void> {
    for (const one of this.waiting.splice(0)) {
      if (!due(one)) {
        this.waiting.push(one);
        continue;
      }
      await this.hands.try("card/close", one.actor, one.input);
    }
  }
}
