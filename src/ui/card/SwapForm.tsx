/** Why something is not worked today, and what is worked in its place. */
import { here } from "#contracts/ladder.here.ts";
import type { Swap } from "#core/card/card.ts";
import type { Skill } from "#core/ladder/skill.ts";
import { Button, INPUT } from "#ui/kit/parts.tsx";
import { saySwap } from "#ui/words/record.ts";
import { t } from "#ui/words/speak.ts";

/** They stand in the record as they stand here. */
const REASONS = ["The horse refused", "Not ready for it", "The weather", "No time", "Something better came up"] as const;

export function WhyNot({ onWhy, onKeep }: { onWhy(why: string): void; onKeep(): void }) {
  return (
    <fieldset>
      <legend className="sign text-dim">{t("Why not today?")}</legend>
      <div className="flex flex-wrap gap-1">
        {REASONS.map((why) => (
          <Button key={why} big onClick={() => onWhy(why)}>
            {t(why)}
          </Button>
        ))}
        <Button big onClick={onKeep}>
          {t("Keep it on")}
        </Button>
      </div>
    </fieldset>
  );
}

export function Swapped({ swap, others, onSwap }: { swap: Swap; others: readonly Skill[]; onSwap(swap: Swap | null): void }) {
  return (
    <div className="grid gap-1">
      <p>▲ {saySwap(swap)}</p>
      <label className="sign text-dim">
        {t("Do this instead")}
        <select
          className={`${INPUT} h-14 font-sans text-ink`}
          value={swap.did ?? ""}
          onChange={(event) => onSwap({ ...swap, did: event.target.value || null })}
        >
          <option value="">{t("Nothing")}</option>
          {swap.did !== null && <option value={swap.did}>{t(here().of(swap.did).words)}</option>}
          {others.map((one) => (
            <option key={one.id} value={one.id}>
              {t(one.words)}
            </option>
          ))}
        </select>
      </label>
      <Button big onClick={() => onSwap(null)}>
        {t("Do it after all")}
      </Button>
    </div>
  );
}
