/** The way by which everybody in the simulated barn acts: the commands that the screens use, each by the person who would do it, kept in order for whoever looks for a fault. */
import type { Issue } from "#contracts/decode.ts";
import type { Actor } from "#contracts/people.ts";
import type { Refusal } from "#contracts/refusal.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { Result } from "#core/kernel/result.ts";
import { attempt } from "#demo/ask.ts";
import type { Deps } from "#server/container.ts";
import { newId } from "#server/work.ts";
import { BY_COMMAND, IN_PASSING } from "./effort.ts";
import type { YearTally } from "./tally.ts";

const REMEMBERED = 60;
const said = (error: unknown): string => {
  const one = (Array.isArray(error) ? error[0] : error) as
    | { code?: string; path?: string; message?: string; blockers?: readonly { code: string }[] }
    | undefined;
  return [one?.code, one?.path, one?.message, ...(one?.blockers ?? []).map(({ code }) => code)].filter(Boolean).join(" ");
};

export class Hands {
  /** The last acts, oldest first. */
  readonly acts: string[] = [];

  constructor(
    readonly deps: Deps,
    private readonly tally: YearTally,
    private readonly today: () => LocalDate,
  ) {}

  /** As somebody would: what comes back may be a refusal. `key`: of a phone that sends again. */
  async try<T>(
    route: string,
    actor: Actor,
    input: unknown,
    key: string = newId(),
  ): Promise<Result<T, Refusal | readonly Issue[]>> {
    const result = await attempt<T>(this.deps, { route, actor, input, key });
    const { taps, seconds } = BY_COMMAND[route] ?? IN_PASSING;
    const spent = actor.role === "manager" ? this.tally.manager : this.tally.riders;
    spent.taps += taps;
    spent.seconds += seconds;
    this.acts.push(
      `${this.today()} ${actor.name}: ${route} ${JSON.stringify(input).slice(0, 160)}${result.ok ? "" : ` → ${said(result.error)}`}`,
    );
    if (this.acts.length > REMEMBERED) this.acts.shift();
    if (!result.ok) {
      const about = `${route}: ${said(result.error)}`;
      this.tally.refused.set(about, (this.tally.refused.get(about) ?? 0) + 1);
    }
    return result;
  }
  /** What nobody may be refused. */
  async must<T>(route: string, actor: Actor, input: unknown, key?: string): Promise<T> {
    const result = await this.try<T>(route, actor, input, key);
    if (!result.ok) throw new Error(`${route}: ${JSON.stringify(result.error).slice(0, 600)}`);
    return result.value;
  }
}
