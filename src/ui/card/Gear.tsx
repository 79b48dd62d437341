/** Gaits, what the horse wears, and who helped. */

import { useState } from "react";
import { GAITS } from "#core/card/card.ts";
import type { Tack } from "#core/card/gear.ts";
import { later } from "#ui/kit/later.tsx";
import { Button, INPUT, Picks } from "#ui/kit/parts.tsx";
import { outerGear } from "#ui/words/gear.ts";
import { GAIT } from "#ui/words/labels.ts";
import { t } from "#ui/words/speak.ts";
import type { Part } from "./part.ts";

/** Most sessions are as the last one: what there is to choose from is loaded where somebody looks. */
// eslint-disable-next-line no-restricted-syntax -- a neighbour in this very folder; no fence lies between
const GearPicks = later(async () => (await import("./GearPicks.tsx")).GearPicks);

const isSame = (a: readonly Tack[], b: readonly Tack[]): boolean => [...a].sort().join() === [...b].sort().join();

export function Gear(part: Part) {
  const { view, draft, put } = part;
  const [asked, setAsked] = useState(false);
  const last = view.essentials.lastTime?.tack ?? [];
  const changed = last.length > 0 && !isSame(draft.tack, last);
  return (
    <div className="grid gap-3">
      <Picks
        legend={t("Gaits")}
        big
        options={GAITS.map((gait) => [gait, GAIT[gait]] as const)}
        value={draft.gaits}
        onChange={(gaits) => put({ gaits })}
      />
      <details open={draft.tack.length === 0} onToggle={() => setAsked(true)}>
        <summary className="min-h-14 cursor-pointer py-4">
          <span className="sign text-dim">{t(last.length > 0 && !changed ? "Gear, as last time:" : "Gear:")}</span>{" "}
          {draft.tack.length > 0 ? outerGear(draft.tack) : t("say what gear you used")}
        </summary>
        {asked && <GearPicks {...part} />}
      </details>
      {changed && (
        <div className="grid gap-1">
          <label className="sign block text-dim">
            {t("Why different gear from last time ({gear})", { gear: outerGear(last) })}
            <input
              maxLength={300}
              className={`${INPUT} h-14 font-sans text-ink`}
              value={draft.gearWhy}
              onChange={(event) => put({ gearWhy: event.target.value })}
            />
          </label>
          <Button big onClick={() => put({ tack: last, gearWhy: "" })}>
            {t("As last time")}
          </Button>
        </div>
      )}
      <label className="sign block text-dim">
        {t("Who helped")}
        <select
          className={`${INPUT} h-14 font-sans text-ink`}
          value={draft.helper ?? ""}
          onChange={(event) => put({ helper: view.people.find(({ id }) => id === event.target.value)?.id ?? null })}
        >
          <option value="">{t("Nobody")}</option>
          {view.people.map((person) => (
            <option key={person.id} value={person.id}>
              {person.name}
            </option>
          ))}
        </select>
      </label>
    </div>
  );
}
