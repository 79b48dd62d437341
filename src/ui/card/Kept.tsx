/** What of this card waits on the phone: sent by itself when there is signal, or refused and for its writer to decide. */

import type { ReactNode } from "react";
import { Button } from "#ui/kit/parts.tsx";
import { canStandAlone, type Entry, flushNow, standAlone, takeBack, tryAgain } from "#ui/offline/outbox.ts";
import { t } from "#ui/words/speak.ts";

export function Kept({ entries, me, children }: { entries: readonly Entry[]; me: string; children?: ReactNode }) {
  if (entries.length === 0) return null;
  return (
    <section id="kept-here" aria-labelledby="kept-title" className="my-3 border-2 border-ochre bg-ochre-soft p-3">
      <h2 id="kept-title">{t("Saved on this phone")}</h2>
      <ul className="grid gap-2">
        {entries.map((entry) => (
          <li key={entry.seq}>
            <p>
              {entry.says}.{" "}
              {entry.refused ? (
                <strong>{t("Not accepted: {why}", { why: entry.refused.message })}</strong>
              ) : (
                t("It sends when you have signal.")
              )}
            </p>
            <div className="flex flex-wrap gap-1">
              {entry.refused && (
                <Button big onClick={() => void tryAgain(entry.seq).then(() => flushNow(me))}>
                  {t("Send it again")}
                </Button>
              )}
              {canStandAlone(entry) && (
                <Button big onClick={() => void standAlone(entry.seq).then(() => flushNow(me))}>
                  {t("Save as a separate session")}
                </Button>
              )}
              <Button big onClick={() => void takeBack(entry.seq)}>
                {entry.draft ? t("Change and resend") : t("Remove")}
              </Button>
            </div>
          </li>
        ))}
      </ul>
      {children}
    </section>
  );
}
