/** Every sign, what this horse usually shows first: a tap for how strong. */

import { SIGN_IDS } from "#core/intake/signs.ts";
import { SignChip } from "#ui/intake/SignChip.tsx";
import { SignGroups } from "#ui/intake/SignGroups.tsx";
import { t } from "#ui/words/speak.ts";
import type { Part } from "./part.ts";

const SUDDEN = "sudden-change";

export function Signs({ view, draft, put, tell }: Part) {
  const { usualSigns } = view.essentials;
  const usual = usualSigns.filter((id) => SIGN_IDS.includes(id));
  const chip = (sign: string) => (
    <SignChip
      key={sign}
      sign={sign}
      big
      strengthOf={(side) => draft.signs.find((seen) => seen.sign === sign && seen.side === side)?.strength}
      onPut={(side, strength) => {
        const rest = draft.signs.filter((seen) => seen.sign !== sign || seen.side !== side);
        put({ signs: strength === null ? rest : [...rest, { sign, skill: null, side, strength }] });
        if (sign === SUDDEN && strength === 1) tell({ what: "sudden-change" });
      }}
    />
  );
  return (
    <section aria-labelledby="signs-title">
      <h2 id="signs-title">{t("Signs")}</h2>
      {usual.length > 0 && (
        <>
          <p className="sign text-dim">{t("Usual for this horse")}</p>
          <div className="flex flex-wrap gap-2 pt-1">{usual.map(chip)}</div>
        </>
      )}
      <SignGroups without={usual} folded={{ seen: (sign) => draft.signs.some((one) => one.sign === sign) }} chip={chip} />
      {draft.signs.some((seen) => seen.sign === SUDDEN) && (
        <p className="mt-2 border-l-4 border-oxblood bg-oxblood-soft px-3 py-2 text-oxblood">
          {t("■ Stop and tell the manager. The vet sees this horse before any more work.")}
        </p>
      )}
    </section>
  );
}
