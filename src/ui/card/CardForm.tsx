/** The card while it is written: the gate, the work, what happened, the end. Kept on the device with every tap, until the server has it. */

import { useCallback, useState } from "react";
import type { OfficeNotice } from "#contracts/card.ts";
import { here } from "#contracts/ladder.here.ts";
import type { CardView } from "#contracts/views.card.ts";
import { WEATHERS, type Weather } from "#core/card/card.ts";
import { courseNow } from "#core/card/course.ts";
import type { TakenStep } from "#core/card/first-step.ts";
import { setMinutes, type TimerName } from "#core/card/timers.ts";
import { readGate } from "#core/gate/gate.ts";
import { shownToday } from "#core/gate/shown.ts";
import { redSeen } from "#core/permission/ground-check.ts";
import { mayOverride } from "#core/permission/reasons.ts";
import { againstRecord } from "#core/permission/record.ts";
import { later } from "#ui/kit/later.tsx";
import { Button, Choice, Stepper, Trouble } from "#ui/kit/parts.tsx";
import { useDraft } from "#ui/kit/use-draft.ts";
import { useHere } from "#ui/kit/use-here.ts";
import { type CardSpot, submit } from "#ui/offline/outbox.ts";
import { useSubmit } from "#ui/offline/use-submit.ts";
import { plural } from "#ui/words/figures.ts";
import { sayGateState } from "#ui/words/gate.ts";
import { SESSION, WEATHER } from "#ui/words/labels.ts";
import { t } from "#ui/words/speak.ts";
import { AgainstRecord } from "./AgainstRecord.tsx";
import { CoursePad } from "./CoursePad.tsx";
import { Ending } from "./Ending.tsx";
import { Essentials } from "./Essentials.tsx";
import { Gate, GateBar } from "./Gate.tsx";
import { MainWork } from "./MainWork.tsx";
import type { Part } from "./part.ts";
import { type Draft, draftKey, draftOf, gateOf, timed, toRequest } from "./record.ts";
import { Scores } from "./Scores.tsx";
import { type CardStep, Step, StepBar } from "./Steps.tsx";
import { Timers } from "./Timers.tsx";
import { Unfolded } from "./Unfolded.tsx";

/** Few cards are a first time: the others do not load its words. */
// eslint-disable-next-line no-restricted-syntax -- a neighbour in this very folder; no fence lies between
const FirstStep = later(async () => (await import("./FirstStep.tsx")).FirstStep);
// eslint-disable-next-line no-restricted-syntax -- likewise: few riders leave a word for a calm day
const IfCalm = later(async () => (await import("./IfCalm.tsx")).IfCalm);

// eslint-disable-next-line no-restricted-syntax -- likewise: few horses jump
const JumpPart = later(async () => (await import("./JumpPart.tsx")).JumpPart);

/** What happened is written after the work: a phone loads it when its rider goes there. */
// eslint-disable-next-line no-restricted-syntax -- likewise
const Happened = later(async () => (await import("./Happened.tsx")).Happened);
// eslint-disable-next-line no-restricted-syntax -- likewise
const WarmDown = later(async () => (await import("./WarmDown.tsx")).WarmDown);
/** From this width on all parts of the card stand under one another, in pixels. */
const DESK = 768;

const MINUTES = [
  ["ground", "groundMinutes"],
  ["saddle", "saddleMinutes"],
] as const;

export function CardForm({ view, me, onClosed }: { view: CardView; me: string; onClosed(): void }) {
  const fresh = draftOf(view);
  const key = draftKey(me, view.card.id);
  const { value, set, restored, drop } = useDraft<Draft>(key, fresh);
  // A draft of before there was a field begins with the field empty.
  const draft: Draft = { ...fresh, ...value };
  const [at, setAt] = useState<CardStep>("before");
  const [seen, setSeen] = useState<ReadonlySet<CardStep>>(new Set(["before"]));
  const { busy, problem, send } = useSubmit();
  const put = (part: Partial<Draft>): void => set((before) => ({ ...fresh, ...before, ...part }));
  const entry = { person: me, subject: view.card.id };
  const tell = useCallback(
    (told: OfficeNotice): void =>
      void submit({
        person: me,
        subject: `told ${view.card.id}`,
        route: "card/tell",
        input: { id: view.card.id, told },
        says: t("{horse}: for the office", { horse: view.horse }),
        draft: null,
      }),
    [me, view.card.id, view.horse],
  );
  const part: Part = { view, draft, put, tell };
  const riding = view.card.kind !== "ground";
  const spot = {
    helper: view.people.find(({ id }) => id === draft.helper) ?? null,
    ticks: draft.ticks,
    redSigns: draft.redSigns,
    redGone: draft.redGone,
    windy: draft.weather === "windy",
  };
  const course = courseNow(draft.course, draft.groundMinutes + draft.saddleMinutes);
  // What was written among the signs was seen as well as what was ticked.
  const onTheSpot = { ...spot, course, redSigns: redSeen(draft.redSigns, draft.signs) };
  const answer = readGate(view.gate, onTheSpot, view.card.kind);
  const setAside = draft.overrideReason !== "" && mayOverride(view.actor, answer.reasons);
  const isWritten = draft.groundMinutes + draft.saddleMinutes > 0 || draft.scores.length > 0 || draft.mount !== null;
  const against = isWritten
    ? againstRecord(view, spot, draft).filter((reason) => draft.overrideReason === "" || !mayOverride(view.actor, [reason]))
    : [];
  const isHere = useHere();
  const step = isHere ? firstTimeOf(view) : null;
  const mayTake = riding ? answer.state === "open" || setAside || draft.taken !== null : answer.state !== "shut";
  const setTimer =
    (name: TimerName) =>
    (minutes: number): void => {
      const now = Date.now();
      put(timed(setMinutes(draft.timers, name, minutes, now), now));
    };
  const close = async (): Promise<void> => {
    // What still runs is counted up to now; the draft stands still with it.
    const closing = { ...draft, ...timed(draft.timers, Date.now()) };
    const sent = await send({
      ...entry,
      route: "card/close",
      input: toRequest(view.card.id, closing),
      says: t(view.revisions.length > 0 ? "{horse}: a correction" : "{horse}: the record", { horse: view.horse }),
      draft: key,
      card: spotOf(view),
    });
    if (sent.state === "sent") {
      drop();
      onClosed();
    }
  };
  const marks = {
    before: sayGateState(answer.state, view.card.kind, setAside).toLowerCase(),
    work: draft.scores.length > 0 ? plural(draft.scores.length, "score") : "",
    happened: draft.incidents.length > 0 ? "■" : draft.signs.length > 0 ? plural(draft.signs.length, "sign") : "",
    end: draft.endedWell === null ? t("open") : "✓",
  };
  return (
    <div className="grid gap-5 pb-20 md:pb-0">
      <div className="sticky top-0 z-10 -mx-1 bg-chalk px-1 py-1">
        <GateBar answer={answer} kind={view.card.kind} overridden={setAside} brief={at !== "before"} />
      </div>
      {restored && <p className="text-ochre">{t("▲ Saved on this phone, not sent yet.")}</p>}
      <Step name="before" at={at}>
        <MainWork {...part} />
        {view.ifCalm && <IfCalm {...part} />}
        <Essentials view={view} />
        <Choice<Weather>
          name="weather"
          legend={view.gate.weather.length > 0 && draft.base === null ? t("Weather, by the barn's station") : t("Weather")}
          big
          options={WEATHERS.map((one) => [one, WEATHER[one]] as const)}
          value={draft.weather}
          onChange={(weather) => put({ weather })}
        />
        <Gate
          answer={answer}
          kind={view.card.kind}
          asked={view.gate.asked}
          ticks={draft.ticks}
          today={shownToday(here().skills, draft.scores, view.gate.asked)}
          redSigns={draft.redSigns}
          redGone={draft.redGone}
          onGone={(redGone) => put({ redGone })}
          actor={view.actor}
          override={draft.overrideReason}
          onOverride={(overrideReason) => {
            put({ overrideReason });
            if (overrideReason !== "")
              tell({
                what: "gate-override",
                gate: copied(gateOf({ ...draft, overrideReason })),
                weather: draft.weather,
              });
          }}
          onTicks={(ticks) => put({ ticks })}
          onRedSigns={(redSigns) => {
            put({ redSigns });
            if (redSigns.includes("sudden-change") && !draft.redSigns.includes("sudden-change")) tell({ what: "sudden-change" });
          }}
        />
        {riding && step?.step === "mount" && (answer.state === "open" || setAside || draft.mount) && (
          <FirstStep {...part} {...step} />
        )}
      </Step>
      <Step name="work" at={at}>
        <Timers
          timers={draft.timers}
          riding={riding}
          circleMinutes={view.circleMinutes}
          onChange={(timers, now) => put(timed(timers, now))}
        />
        <div className={riding ? "grid grid-cols-2 gap-3" : ""}>
          {MINUTES.filter(([name]) => riding || name !== "saddle").map(([name, field]) => (
            <Stepper
              key={name}
              id={name}
              label={SESSION[name]}
              unit={t("min")}
              step={5}
              min={0}
              max={240}
              value={draft[field]}
              onChange={setTimer(name)}
            />
          ))}
        </div>
        <CoursePad {...part} />
        {step && step.step !== "mount" && mayTake && <FirstStep {...part} {...step} />}
        <Scores {...part} />
        {isHere && view.jumping && (
          <Unfolded title={t("Poles and fences")} open={draft.jump !== null}>
            <JumpPart {...part} />
          </Unfolded>
        )}
      </Step>
      <Step name="happened" at={at}>
        {isHere && (seen.has("happened") || innerWidth >= DESK) && <Happened {...part} me={me} />}
      </Step>
      <Step name="end" at={at}>
        {isHere && (seen.has("end") || innerWidth >= DESK) && <WarmDown {...part} />}
        <Ending {...part} />
        <AgainstRecord reasons={against} />
        <Trouble problem={problem} />
        <Button tone="main" big disabled={busy || draft.endedWell === null} onClick={() => void close()}>
          {view.revisions.length > 0 ? t("Save the correction") : t("Close the card")}
        </Button>
        {draft.endedWell === null && (
          <p className="text-center text-dim">{t("Say whether the session ended well, then close the card.")}</p>
        )}
      </Step>
      <StepBar
        at={at}
        marks={marks}
        onGo={(step) => {
          setAt(step);
          setSeen(new Set([...seen, step]));
        }}
      />
    </div>
  );
}
/** The first time that this card is about, stage by stage; null: none. */
function firstTimeOf({ work, gate, card }: CardView): { readonly step: TakenStep; readonly skills: readonly string[] } | null {
  const { because, items } = work;
  const asked = because.code === "step" ? because.step : null;
  const mounts = asked === "stirrup-weight" || asked === "sit";
  if (mounts || (asked === null && card.kind !== "ground" && gate.horse.stage === "unridden"))
    return { step: "mount", skills: [] };
  if (asked === null) return null;
  // What a first ride shows is scored as it comes.
  const main = items.filter(({ role }) => role === "main").map(({ skill }) => skill);
  return { step: asked, skills: asked === "first-ride" ? [] : main };
}
const spotOf = ({ card, stay, place }: CardView): CardSpot => ({
  stay,
  day: card.day,
  kind: card.kind,
  start: card.start,
  length: card.length,
  place: place.id,
});
/** As the contract has it: lists that may be written to. */
const copied = ({ ticks, redSigns, redGone, overrideReason }: ReturnType<typeof gateOf>) => ({
  ticks: [...ticks],
  redSigns: [...redSigns],
  redGone: [...redGone],
  overrideReason,
});
