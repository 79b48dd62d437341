/** When a sign shows, and since when: one tap each, for the pattern is what tells schooling from pain. */
import { MOMENT_WEIGHTS, type SignMoment, TRENDS } from "#core/intake/cause-rules.ts";
import type { SeenSign } from "#core/intake/seen.ts";
import { signOf } from "#core/intake/signs.ts";
import { momentWords, TREND_CHOICE } from "#ui/words/intake.ts";
import type { WalkState } from "./use-walk.ts";

const chip = (on: boolean): string =>
  `min-h-11 border px-2 text-sm ${on ? "border-rail bg-rail text-on-rail" : "border-edge bg-paper"}`;

/** `seen`: one sign at one rung, on each side where it showed; what is told holds for all of them. */
export function SignDetail({ seen, put }: { seen: readonly SeenSign[]; put: WalkState["put"] }) {
  const [first] = seen;
  if (!first || signOf(first.sign).good) return null;
  const moments = Object.keys(MOMENT_WEIGHTS[first.sign] ?? {}) as SignMoment[];
  const tell = (kind: "moment" | "trend", value: string | null): void => {
    for (const { rung, sign, side } of seen) put({ kind, rung, sign, side }, value);
  };
  const name = signOf(first.sign).words;
  return (
    <div className="flex flex-wrap items-center gap-1 border-l-4 border-ochre py-1 pl-2">
      <span className="sign pr-1">{name}</span>
      {moments.map((moment) => (
        <button
          key={moment}
          type="button"
          aria-pressed={first.moment === moment}
          aria-label={`${name} ${momentWords(moment)}`}
          className={chip(first.moment === moment)}
          onClick={() => tell("moment", first.moment === moment ? null : moment)}
        >
          {momentWords(moment)}
        </button>
      ))}
      {TRENDS.filter((trend) => trend !== "unknown").map((trend) => (
        <button
          key={trend}
          type="button"
          aria-pressed={first.trend === trend}
          aria-label={`${name}: ${TREND_CHOICE[trend].toLowerCase()}`}
          className={chip(first.trend === trend)}
          onClick={() => tell("trend", first.trend === trend ? "unknown" : trend)}
        >
          {TREND_CHOICE[trend]}
        </button>
      ))}
    </div>
  );
}
