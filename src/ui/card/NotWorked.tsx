/** A session that was not worked: why, what the horse got instead, and the words that are its record. */

import { useState } from "react";
import type { CardView } from "#contracts/views.card.ts";
import { CANCEL_CAUSES, type CancelCause, INSTEADS, type Instead } from "#core/card/card.ts";
import { Button, Choice, INPUT, Trouble } from "#ui/kit/parts.tsx";
import { useSubmit } from "#ui/offline/use-submit.ts";
import { CANCEL_CAUSE, INSTEAD } from "#ui/words/labels.ts";
import { inEnglish, t } from "#ui/words/speak.ts";

export function NotWorked({ view, me, onDone }: { view: CardView; me: string; onDone(): void }) {
  const [because, setBecause] = useState<CancelCause | null>(null);
  const [instead, setInstead] = useState<Instead>("nothing");
  const [words, setWords] = useState("");
  const { busy, problem, send } = useSubmit();
  const cancel = async (): Promise<void> => {
    const reason = words.trim() || (because ? inEnglish(() => CANCEL_CAUSE[because]) : "");
    const sent = await send({
      person: me,
      subject: view.card.id,
      route: "card/cancel",
      input: { id: view.card.id, because, instead, reason },
      says: t("{horse}: did not work", { horse: view.horse }),
      draft: null,
    });
    if (sent.state === "sent") onDone();
  };
  return (
    <>
      <Trouble problem={problem} />
      <form
        className="grid gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void cancel();
        }}
      >
        <Choice<CancelCause>
          name="because"
          legend={t("Why")}
          big
          options={CANCEL_CAUSES.map((one) => [one, CANCEL_CAUSE[one]] as const)}
          value={because}
          onChange={setBecause}
        />
        {because === "lame" && (
          <p className="border-l-4 border-oxblood bg-oxblood-soft px-3 py-2 text-oxblood">
            {t("■ The office is alerted. Keep the horse in the stall until somebody has looked.")}
          </p>
        )}
        <Choice<Instead>
          name="instead"
          legend={t("What was done instead")}
          big
          options={INSTEADS.map((one) => [one, INSTEAD[one]] as const)}
          value={instead}
          onChange={setInstead}
        />
        <label className="sign text-dim">
          {t("In your words")}
          <input
            className={`${INPUT} h-14 font-sans text-ink`}
            maxLength={300}
            value={words}
            onChange={(event) => setWords(event.target.value)}
          />
        </label>
        <Button big tone="stop" type="submit" disabled={busy || because === null}>
          {t("Cancel the card")}
        </Button>
      </form>
    </>
  );
}
