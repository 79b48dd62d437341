/** A session that nobody handed out: worked because there was time, or a horse gone on with by another rider. */

import { useState } from "react";
import type { StringView } from "#contracts/views.card.ts";
import { SESSION_KINDS, type SessionKind } from "#core/card/card.ts";
import { DAY_GRID, HOUR } from "#core/day/model.ts";
import { newKey } from "#ui/kit/ask.ts";
import { Button, Choice, INPUT, Trouble } from "#ui/kit/parts.tsx";
import { useSubmit } from "#ui/offline/use-submit.ts";
import { SESSION } from "#ui/words/labels.ts";
import { t } from "#ui/words/speak.ts";

const USUAL_LENGTH = HOUR;

export function Unplanned({ view, me, minute }: { view: StringView; me: string; minute: number | null }) {
  const [stay, setStay] = useState("");
  const [kind, setKind] = useState<SessionKind>("ground");
  const [place, setPlace] = useState<string>(view.places[0]?.id ?? "");
  const [rider, setRider] = useState(me);
  const [after, setAfter] = useState("");
  const [why, setWhy] = useState("");
  const [kept, setKept] = useState("");
  const { busy, problem, send } = useSubmit();
  const mine = view.cards.filter((card) => card.day === view.today && card.rider.id === me && card.state !== "cancelled");
  const first = mine.find((card) => card.card === after);
  const write = async (): Promise<void> => {
    const id = newKey();
    const horse = first?.stay ?? stay;
    const now = Math.floor(((minute ?? DAY_GRID.start) - DAY_GRID.start) / DAY_GRID.minutes);
    const start = Math.max(0, Math.min(DAY_GRID.count - USUAL_LENGTH, now));
    const sent = await send({
      person: me,
      subject: id,
      route: "card/unplanned",
      input: {
        id,
        stay: horse,
        day: view.today,
        kind,
        length: USUAL_LENGTH,
        start,
        rider,
        place,
        helper: null,
        after: after || null,
        why,
      },
      says: t("{horse}: unplanned session", { horse: view.horses.find((one) => one.stay === horse)?.horse ?? "" }),
      draft: null,
    });
    if (sent.state === "refused") return;
    if (sent.state === "sent" && rider === me) location.assign(`/card/${id}`);
    else
      setKept(
        sent.state === "sent" ? t("It is on their string.") : t("Saved on this phone: its card opens when there is signal."),
      );
  };
  const select = (
    label: string,
    value: string,
    onPick: (next: string) => void,
    options: readonly (readonly [string, string])[],
  ) => (
    <label className="sign block text-dim">
      {label}
      <select className={`${INPUT} h-14 font-sans text-ink`} value={value} onChange={(event) => onPick(event.target.value)}>
        {options.map(([option, words]) => (
          <option key={option} value={option}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <details className="pt-4">
      <summary className="sign min-h-14 cursor-pointer py-4 text-slate">
        {t("Add an unplanned session or take over a card")}
      </summary>
      <Trouble problem={problem} />
      <form
        className="grid gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void write();
        }}
      >
        {mine.length > 0 &&
          select(
            t("Continues from"),
            after,
            (next) => {
              setAfter(next);
              if (next === "") setRider(me);
            },
            [["", t("No card: a new session")], ...mine.map((card) => [card.card, card.horse] as const)],
          )}
        {first
          ? select(
              t("Who goes on"),
              rider,
              setRider,
              view.people.map((person) => [person.id, person.name] as const),
            )
          : select(t("Horse"), stay, setStay, [
              ["", t("Choose a horse")],
              ...view.horses.map((one) => [one.stay, one.horse] as const),
            ])}
        <Choice<SessionKind>
          name="unplanned-kind"
          legend={t("Kind")}
          big
          options={SESSION_KINDS.map((one) => [one, SESSION[one]] as const)}
          value={kind}
          onChange={setKind}
        />
        {select(
          t("Place"),
          place,
          setPlace,
          view.places.map((one) => [one.id, one.name] as const),
        )}
        <label className="sign block text-dim">
          {t("Why")}
          <input
            className={`${INPUT} h-14 font-sans text-ink`}
            maxLength={300}
            value={why}
            onChange={(event) => setWhy(event.target.value)}
          />
        </label>
        <Button big type="submit" tone="main" disabled={busy || why.trim() === "" || (!first && stay === "")}>
          {t("Add this session")}
        </Button>
        <p role="status">{kept}</p>
      </form>
    </details>
  );
}
