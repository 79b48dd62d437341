/** Firsts: offered by themselves from what is scored and ticked, taken with one tap; others in the rider's words. */

import { useState } from "react";
import { here } from "#contracts/ladder.here.ts";
import { firstsShown, type OfferedFirst } from "#core/card/firsts.ts";
import { Button, INPUT } from "#ui/kit/parts.tsx";
import { sayFirst } from "#ui/words/firsts.ts";
import { inEnglish, t } from "#ui/words/speak.ts";
import type { Part } from "./part.ts";

/** The record's own words, the same whatever language the rider reads. */
const forTheOwner = (first: OfferedFirst): string => inEnglish(() => sayFirst(first));

export function Firsts({ view, draft, put }: Part) {
  const [words, setWords] = useState("");
  const given = new Set(draft.firsts.map((first) => first.words));
  const offered = firstsShown(draft, here().all, { best: view.best, riddenGaits: view.riddenGaits }).filter(
    (first) => !given.has(forTheOwner(first)),
  );
  return (
    <section aria-labelledby="firsts-title">
      <h2 id="firsts-title">{t("Firsts")}</h2>
      <ul>
        {draft.firsts.map((first) => (
          <li key={first.words} className="flex items-center justify-between gap-2 py-1 text-ochre">
            ⚑ {first.words}
            <Button big onClick={() => put({ firsts: draft.firsts.filter((one) => one !== first) })}>
              {t("Take it out")}
            </Button>
          </li>
        ))}
      </ul>
      <div className="grid gap-1">
        {offered.map((first) => (
          <Button
            key={forTheOwner(first)}
            big
            onClick={() =>
              put({
                firsts: [...draft.firsts, { skill: first.code === "skill" ? first.skill : null, words: forTheOwner(first) }],
              })
            }
          >
            {t("⚑ {first}: yes?", { first: sayFirst(first) })}
          </Button>
        ))}
      </div>
      <form
        className="flex items-end gap-1 pt-1"
        onSubmit={(event) => {
          event.preventDefault();
          if (words.trim()) put({ firsts: [...draft.firsts, { skill: null, words: words.trim() }] });
          setWords("");
        }}
      >
        <label className="sign grow text-dim">
          {t("Another first, in words the owner will read")}
          <input
            className={`${INPUT} h-14 font-sans text-ink`}
            maxLength={120}
            value={words}
            onChange={(event) => setWords(event.target.value)}
          />
        </label>
        <Button big type="submit" disabled={words.trim() === ""}>
          {t("Add")}
        </Button>
      </form>
    </section>
  );
}
