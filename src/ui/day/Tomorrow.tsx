/** The next working day from the evening list: laid out, looked at and handed out without leaving it. */
import { useState } from "react";
import type { DayView } from "#contracts/views.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import { fallen, toHandOut } from "#core/day/stands.ts";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { clock, plural } from "#ui/words/figures.ts";
import { SESSION } from "#ui/words/labels.ts";
import { Fallen } from "./Fallen.tsx";
import type { LeftOut } from "./laying.ts";
import { live, namesOf, placesOf } from "./sheet.ts";
import { useLayOut } from "./use-lay-out.ts";
import { useSheet } from "./use-sheet.ts";

export function Tomorrow({ initial }: { initial: DayView }) {
  useAwake();
  const sheet = useSheet(initial);
  const laying = useLayOut();
  const [leftOut, setLeftOut] = useState<readonly LeftOut[]>([]);
  const { view } = sheet;
  const names = namesOf(view);
  const cards = live(view.cards);
  const waiting = toHandOut(view).length;
  const riders = view.people.filter(({ id }) => cards.some(({ rider }) => rider === id));
  const layOut = async (): Promise<void> => {
    const laid = await laying.layOut(view);
    if (!laid) return sheet.say("Stopped. The day is as it was.");
    setLeftOut(laid.leftOut);
    await sheet.layOut(
      laid.cards,
      `${plural(laid.cards.length, "session")} planned${laid.leftOut.length > 0 ? `, ${laid.leftOut.length} not scheduled` : ""}.`,
    );
  };
  return (
    <section aria-labelledby="tomorrow-title" className="border-t-2 border-rail py-2 print:hidden">
      <div className="flex flex-wrap items-center gap-2">
        <h2 id="tomorrow-title">{sayDate(view.day)}</h2>
        <p className="text-dim">
          {plural(cards.length, "session")} · {view.due.length} not on a string ·{" "}
          {waiting === 0 && cards.length > 0 ? "handed out" : `${waiting} not handed out`}
        </p>
        {laying.progress ? (
          <span className="ml-auto flex items-center gap-2">
            <label className="sign text-dim">
              Planning, {plural(laying.progress.placed, "session")}{" "}
              <progress className="align-middle" value={laying.progress.share} max={1}>
                {Math.round(100 * laying.progress.share)}%
              </progress>
            </label>
            <Button onClick={laying.stop}>Stop</Button>
          </span>
        ) : (
          <Button
            className="ml-auto min-h-11"
            disabled={sheet.command.busy || (view.due.length === 0 && cards.length === 0)}
            onClick={() => void layOut()}
          >
            Plan {sayDate(view.day)}
          </Button>
        )}
        <Button
          tone="main"
          className="min-h-11"
          disabled={sheet.command.busy || waiting === 0}
          onClick={() => void sheet.handOut(`${plural(waiting, "card")} handed out.`)}
        >
          Hand out {sayDate(view.day)}
          {waiting > 0 ? ` (${waiting})` : ""}
        </Button>
      </div>
      <p role="status" className="min-h-6 text-sm">
        {sheet.said}
        {sheet.undoes && (
          <>
            {" "}
            <Button disabled={sheet.command.busy} onClick={() => void sheet.undo()}>
              Undo the {sheet.undoes}
            </Button>
          </>
        )}
      </p>
      <Trouble problem={sheet.command.problem} />
      <Fallen view={view} fallen={fallen(view)} />
      {leftOut.length > 0 && (
        <p className="text-ochre">
          ▲ Not scheduled: {leftOut.map(({ stay }) => names.horse(stay)).join(", ")}.{" "}
          <a href={`/today?day=${view.day}`}>Today says why, and what would make room.</a>
        </p>
      )}
      {riders.map((person) => (
        <div key={person.id} className="grid grid-cols-[12rem_1fr] gap-x-4 border-b border-line py-1">
          <h3>{person.name}</h3>
          <ul className="flex flex-wrap gap-x-4">
            {cards
              .filter(({ rider }) => rider === person.id)
              .sort((a, b) => a.start - b.start)
              .map((card) => (
                <li key={card.card}>
                  {clock(card.start)} <strong>{card.horse}</strong>, {SESSION[card.kind].toLowerCase()}, {placesOf(card, names)}
                  {card.helper ? ` with ${names.person(card.helper)}` : ""}
                </li>
              ))}
          </ul>
        </div>
      ))}
      <p className="pt-1">
        <a href={`/today?day=${view.day}`}>Open the day of {sayDate(view.day)}</a> to move, swap and pin.
      </p>
    </section>
  );
}
