/** What the last rider would try, if it is calm: asked back, and answered with one tap. */

import { here } from "#contracts/ladder.here.ts";
import { Button, INPUT } from "#ui/kit/parts.tsx";
import { inner, sayDay } from "#ui/words/figures.ts";
import { sayTogether } from "#ui/words/reasons.ts";
import { t } from "#ui/words/speak.ts";
import type { Part } from "./part.ts";

export function IfCalm({ view, draft, put }: Part) {
  if (!view.ifCalm) return null;
  const { skill, by, day, reasons } = view.ifCalm;
  const name = inner(t(here().of(skill).words));
  const { calm } = draft;
  const answer = (said: "yes" | "not-yet"): void =>
    put({ calm: calm?.answer === said ? null : { skill, answer: said, why: calm?.why ?? "" } });
  return (
    <section aria-label={t("If calm")} className="border-l-4 border-slate bg-slate-soft px-3 py-2">
      <p>
        {t("{by} on {day}: if calm,", { by, day: sayDay(day) })} <strong>{name}</strong>?
      </p>
      {reasons.length > 0 ? (
        <p className="text-oxblood">
          {t("■ Not today.")} {sayTogether(reasons).join(" ")}
        </p>
      ) : (
        <div className="flex flex-wrap gap-2 pt-1">
          <Button
            className="min-h-14"
            aria-pressed={calm?.answer === "yes"}
            tone={calm?.answer === "yes" ? "main" : "plain"}
            onClick={() => answer("yes")}
          >
            {t("Yes, today")}
          </Button>
          <Button
            className="min-h-14"
            aria-pressed={calm?.answer === "not-yet"}
            tone={calm?.answer === "not-yet" ? "main" : "plain"}
            onClick={() => answer("not-yet")}
          >
            {t("Not yet")}
          </Button>
        </div>
      )}
      {calm?.answer === "not-yet" && (
        <input
          aria-label={t("Why not yet")}
          placeholder={t("Why not yet?")}
          className={`${INPUT} mt-2 min-h-14`}
          maxLength={300}
          value={calm.why}
          onChange={(event) => put({ calm: { ...calm, why: event.target.value } })}
        />
      )}
    </section>
  );
}
