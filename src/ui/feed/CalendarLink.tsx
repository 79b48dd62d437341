import { useState } from "react";
import type { PersonId, StayId } from "#core/kernel/brand.ts";
import { Button, INPUT, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useCommand } from "#ui/kit/use-command.ts";
import { t } from "#ui/words/speak.ts";

interface Props {
  /** The one or the other. */
  readonly person: PersonId | null;
  readonly stay: StayId | null;
  readonly path: string | null;
  readonly words: string;
  /** For thumbs. */
  readonly big?: boolean;
}
/** The secret address of a calendar: made, shown to be copied, made anew, taken away. */
export function CalendarLink({ person, stay, path: initial, words, big = false }: Props) {
  useAwake();
  const [path, setPath] = useState(initial);
  const { busy, problem, send } = useCommand();
  const make = async (): Promise<void> => {
    const answer = await send<{ path: string }>("feed/make", { person, stay });
    if (answer.ok) setPath(answer.value.path);
  };
  const drop = async (): Promise<void> => {
    if ((await send("feed/drop", { person, stay })).ok) setPath(null);
  };
  // The server does not know under which name people reach it.
  const address = path && (typeof location === "undefined" ? path : `${location.origin}${path}`);
  return (
    <section aria-label={t("Calendar")} className="grid gap-1">
      <p className="sign text-dim">{words}</p>
      {address ? (
        <>
          <input
            readOnly
            suppressHydrationWarning
            aria-label={t("Calendar address")}
            className={`${INPUT} ${big ? "min-h-14" : ""}`}
            value={address}
            onFocus={(event) => event.target.select()}
          />
          <p className="text-sm text-dim">{t("Subscribe to it in your calendar. Anyone with the address can read it.")}</p>
          <div className="flex flex-wrap gap-1">
            <Button big={big} disabled={busy} onClick={() => void make()}>
              {t("Make a new address")}
            </Button>
            <Button big={big} disabled={busy} onClick={() => void drop()}>
              {t("Turn off this address")}
            </Button>
          </div>
        </>
      ) : (
        <Button big={big} className="justify-self-start" disabled={busy} onClick={() => void make()}>
          {t("Make a calendar address")}
        </Button>
      )}
      <Trouble problem={problem} />
    </section>
  );
}
