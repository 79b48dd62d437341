/** A rider's card on the phone: essentials, the gate, the work, what happened, closed in a minute. Kept on the device until it is sent. */
import { useState } from "react";
import type { CardView } from "#contracts/views.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import { GAITS, type SessionRecord, TACKS, WEATHERS, type Weather } from "#core/card/card.ts";
import { setMinutes, type TimerName } from "#core/card/timers.ts";
import { overridable, readGate } from "#core/gate/gate.ts";
import { SessionEntry } from "#ui/horse/SessionEntry.tsx";
import { Conflict } from "#ui/kit/Conflict.tsx";
import { Button, Choice, Picks, Stepper, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { useDraft } from "#ui/kit/use-draft.ts";
import { clock } from "#ui/words/figures.ts";
import { GAIT, SESSION, STATE, TACK, WEATHER } from "#ui/words/labels.ts";
import { Ending, Firsts, Incidents, Signs } from "./After.tsx";
import { Essentials } from "./Essentials.tsx";
import { Gate } from "./Gate.tsx";
import { differences, draftOf, timed, timersOf, toRequest } from "./record.ts";
import { Scores } from "./Scores.tsx";
import { Timers } from "./Timers.tsx";

interface Newer {
  readonly version: number;
  readonly revision: SessionRecord | null;
}

function Form({ view, me, onClosed }: { view: CardView; me: string; onClosed(): void }) {
  // The draft remembers the version it was begun on: a reload must not make it look newer than what somebody else saved since.
  const {
    value: draft,
    set,
    restored,
    drop,
  } = useDraft(`card:${me}:${view.card.id}`, { ...draftOf(view), version: view.card.version });
  const [newer, setNewer] = useState<Newer | null>(null);
  const { busy, problem, send } = useCommand();
  const put = (part: Partial<typeof draft>): void => set((before) => ({ ...before, ...part }));
  const step =
    (name: TimerName) =>
    (minutes: number): void => {
      const now = Date.now();
      put(timed(setMinutes(timersOf(draft), name, minutes, now), now));
    };
  const parts = { view, draft, put };
  const riding = view.card.kind !== "ground";
  const answer = readGate(
    { ...view.gate, ticks: draft.ticks, redSigns: draft.redSigns, windy: draft.weather === "windy" },
    view.card.kind,
  );
  const close = async (against = draft.version): Promise<void> => {
    const sent = await send("card/close", toRequest(view.card.id, against, { ...draft, ...timed(timersOf(draft), Date.now()) }));
    if (sent.ok) {
      drop();
      onClosed();
    } else if (sent.problem.code === "changed-meanwhile") setNewer(sent.problem.current as Newer);
  };
  return (
    <div className="grid gap-5">
      {restored && <p className="text-ochre">▲ Kept on this phone and not sent yet.</p>}
      <Gate
        answer={answer}
        kind={view.card.kind}
        asked={view.ticks}
        ticks={draft.ticks}
        redSigns={draft.redSigns}
        override={
          overridable(answer)
            ? { may: view.mayOverride, reason: draft.overrideReason, onReason: (overrideReason) => put({ overrideReason }) }
            : null
        }
        onTicks={(ticks) => put({ ticks })}
        onRedSigns={(redSigns) => put({ redSigns })}
      />
      <Choice<Weather>
        name="weather"
        legend="Weather"
        big
        options={WEATHERS.map((one) => [one, WEATHER[one]] as const)}
        value={draft.weather}
        onChange={(weather) => put({ weather })}
      />
      <Timers
        timers={timersOf(draft)}
        riding={riding}
        circleMinutes={view.circleMinutes}
        onChange={(timers, now) => put(timed(timers, now))}
      />
      <div className={riding ? "grid grid-cols-2 gap-3" : ""}>
        <Stepper
          id="ground"
          label="Ground"
          unit="min"
          step={5}
          min={0}
          max={240}
          value={draft.groundMinutes}
          onChange={step("ground")}
        />
        {riding && (
          <Stepper
            id="saddle"
            label="Saddle"
            unit="min"
            step={5}
            min={0}
            max={240}
            value={draft.saddleMinutes}
            onChange={step("saddle")}
          />
        )}
      </div>
      <Scores view={view} scores={draft.scores} onChange={(scores) => put({ scores })} />
      <Picks
        legend="Gaits"
        big
        options={GAITS.map((gait) => [gait, GAIT[gait]] as const)}
        value={draft.gaits}
        onChange={(gaits) => put({ gaits })}
      />
      <Picks
        legend="Tack"
        big
        options={TACKS.map((tack) => [tack, TACK[tack]] as const)}
        value={draft.tack}
        onChange={(tack) => put({ tack })}
      />
      <Signs {...parts} />
      <Incidents {...parts} />
      <Firsts {...parts} />
      <Ending {...parts} />
      {newer ? (
        <Conflict
          rows={newer.revision ? differences(draft, newer.revision) : []}
          onTake={(key) => newer.revision && put({ [key]: newer.revision[key as keyof SessionRecord] })}
          onKeepMine={() => {
            put({ version: newer.version });
            setNewer(null);
            void close(newer.version);
          }}
          onTakeTheirs={() => {
            drop();
            onClosed();
          }}
        />
      ) : (
        <>
          <Trouble problem={problem} />
          <Button tone="main" big disabled={busy || draft.endedWell === null} onClick={() => void close()}>
            {view.revisions.length > 0 ? "Save the correction" : "Close the card"}
          </Button>
          {draft.endedWell === null && <p className="text-center text-dim">Say whether it ended well, then close the card.</p>}
        </>
      )}
    </div>
  );
}

/** A session that was not worked: the reason is the record. */
function NotWorked({ view, onDone }: { view: CardView; onDone(): void }) {
  const [reason, setReason] = useState("");
  const { busy, problem, send } = useCommand();
  return (
    <details className="pt-6">
      <summary className="sign min-h-12 cursor-pointer text-slate">It was not worked</summary>
      <Trouble problem={problem} />
      <form
        className="flex items-end gap-1"
        onSubmit={(event) => {
          event.preventDefault();
          void send("card/cancel", { id: view.card.id, version: view.card.version, reason }).then(
            (answer) => answer.ok && onDone(),
          );
        }}
      >
        <label className="sign grow text-dim">
          Why: weather, lame, rider ill
          <input
            className="h-14 w-full rounded border border-line px-2 font-sans text-ink"
            maxLength={300}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
        </label>
        <Button big tone="stop" type="submit" disabled={busy || reason.trim() === ""}>
          Cancel the card
        </Button>
      </form>
    </details>
  );
}

export function CardScreen({ view, me }: { view: CardView; me: string }) {
  const [correcting, setCorrecting] = useState(false);
  const { card } = view;
  const writable = view.mine && !view.future && (card.state === "handed-out" || (card.state === "closed" && correcting));
  const reload = (): void => location.reload();
  return (
    <div className="mx-auto max-w-xl">
      <h1>{view.horse}</h1>
      <p className="pb-2">
        {sayDate(card.day)}, {clock(card.start)}–{clock(card.start + card.length)} · {SESSION[card.kind]} · {view.place.name} ·{" "}
        {view.rider.name}
        {view.helper ? ` · second person ${view.helper}` : ""}
      </p>
      <Essentials view={view} />
      <div className="pt-3">
        {writable ? (
          <Form view={view} me={me} onClosed={reload} />
        ) : (
          <>
            <p className="sign py-2">
              {STATE[card.state]}
              {card.cancelReason ? `: ${card.cancelReason}` : ""}
            </p>
            {card.state === "placed" && <p className="text-dim">It opens for its rider when the manager hands out the day.</p>}
            {card.state === "handed-out" && !view.mine && <p className="text-dim">{view.rider.name} closes this card.</p>}
            {card.state === "handed-out" && view.future && <p className="text-dim">It can be closed on its day.</p>}
            {card.state === "closed" && view.mine && (
              <Button big onClick={() => setCorrecting(true)}>
                Correct this record
              </Button>
            )}
          </>
        )}
        {card.state === "handed-out" && view.mine && <NotWorked view={view} onDone={reload} />}
        {view.revisions.length > 0 && (
          <section className="pt-4">
            <h2>{view.revisions.length > 1 ? "Revisions, newest first" : "The record"}</h2>
            {view.revisions.map((revision) => (
              <div key={revision.revision}>
                <p className="text-sm text-dim">
                  Revision {revision.revision} by {revision.by}
                </p>
                <SessionEntry session={revision} />
              </div>
            ))}
          </section>
        )}
        <p className="py-4">
          <a href={`/horse/${view.stay}`}>{view.horse}'s page</a> · <a href={`/today?day=${card.day}`}>Day sheet</a>
        </p>
      </div>
    </div>
  );
}
