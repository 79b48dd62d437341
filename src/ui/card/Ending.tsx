/** The end: what belongs to it, whether it was good, and the words for the next rider. Typed, or dictated with the phone's own keyboard. */

import { here } from "#contracts/ladder.here.ts";
import { ENDINGS } from "#core/card/card.ts";
import { Button, Choice, INPUT, Picks } from "#ui/kit/parts.tsx";
import { ENDING } from "#ui/words/labels.ts";
import { t } from "#ui/words/speak.ts";
import type { Part } from "./part.ts";

export function Ending({ view, draft, put }: Part) {
  const area = (id: "word" | "nextTime", label: string) => (
    <label className="sign block text-dim">
      {label}
      <textarea
        className={`${INPUT} min-h-14 font-sans text-ink`}
        rows={2}
        maxLength={1000}
        value={draft[id]}
        onChange={(event) => put({ [id]: event.target.value })}
      />
    </label>
  );
  return (
    <section aria-labelledby="ending-title" className="grid gap-2">
      <h2 id="ending-title">{t("The end")}</h2>
      {draft.ending.length < ENDINGS.length && (
        <Button big onClick={() => put({ ending: [...ENDINGS] })}>
          {t("All done")}
        </Button>
      )}
      <Picks
        legend={t("Before you leave")}
        big
        options={ENDINGS.map((tick) => [tick, ENDING[tick]] as const)}
        value={draft.ending}
        onChange={(ending) => put({ ending })}
      />
      <Choice<string>
        name="ended-well"
        legend={t("Did it end well?")}
        big
        options={[
          ["yes", t("Ended well")],
          ["no", t("Did not end well")],
        ]}
        value={draft.endedWell === null ? null : draft.endedWell ? "yes" : "no"}
        onChange={(answer) => put({ endedWell: answer === "yes" })}
      />
      {area("word", t("Note for the next rider"))}
      {area("nextTime", t("Next time"))}
      <label className="sign block text-dim">
        {t("Next time, if calm")}
        <select
          className={`${INPUT} h-14 font-sans text-ink`}
          value={draft.ifCalm ?? ""}
          onChange={(event) => put({ ifCalm: event.target.value || null })}
        >
          <option value="">{t("Nothing")}</option>
          {[...new Set([...view.work.leaveAlone, ...view.ladder.map(({ skill }) => skill.id)])].map((id) => (
            <option key={id} value={id}>
              {t(here().of(id).words)}
            </option>
          ))}
        </select>
      </label>
    </section>
  );
}
