import type { CardView, Essentials as Known } from "#contracts/views.card.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import type { IncidentKind } from "#core/card/card.ts";
import { signOf } from "#core/intake/signs.ts";
import { sayComplaint } from "#ui/words/complaint.ts";
import { inner, listed, outer } from "#ui/words/figures.ts";

import { sayGear } from "#ui/words/gear.ts";
import { CUE, INCIDENT } from "#ui/words/labels.ts";
import { sayHeld } from "#ui/words/reasons.ts";
import { sayTouches } from "#ui/words/touches.ts";
import { sayWeatherLimit } from "#ui/words/weather.ts";

const EASY = { left: "right", right: "left", even: "about even", unknown: "not known yet" } as const;

/** Of a horse: what to watch for, where it is touchy, which side is easy, and what the last rider says. */
export function HorseEssentials({ known }: { known: Known }) {
  const { complaint, cautions, touchy, hard, lastIncident, lastTime } = known;
  return (
    <>
      {complaint && (
        <p>
          <span className="sign text-dim">Main problem</span> {sayComplaint(complaint)}
        </p>
      )}
      {cautions.length > 0 && (
        <p className="text-oxblood">
          ■ {outer(listed(cautions.map(({ sign }) => inner(signOf(sign).words))))} at the evaluation: watch for this
        </p>
      )}
      {touchy.length > 0 && <p className="text-oxblood">■ Touchy: {sayTouches(touchy).join("; ")}</p>}
      {lastIncident && (
        <p className="text-oxblood">
          ■ Last incident: {inner(INCIDENT[lastIncident.kind as IncidentKind])}, {sayDate(lastIncident.day)}
        </p>
      )}
      <p>
        <span className="sign text-dim">Easy side</span> {EASY[hard]}
        {(hard === "left" || hard === "right") && (
          <>
            {" "}
            · <span className="sign text-dim">hard side</span> {hard}
          </>
        )}
      </p>
      {lastTime ? (
        <p>
          <span className="sign text-dim">
            {sayDate(lastTime.day)}, {lastTime.rider}
          </span>{" "}
          {lastTime.word && `“${lastTime.word}” `}
          {lastTime.nextTime && <strong>Next time: {lastTime.nextTime} </strong>}
          {lastTime.tack.length > 0 && <span className="text-dim">In {sayGear(lastTime.tack)}.</span>}
        </p>
      ) : (
        <p className="text-dim">First session here.</p>
      )}
    </>
  );
}

/** What a rider must know before touching the horse, in a glance. */
export function Essentials({ view }: { view: CardView }) {
  const { method } = view;
  return (
    <section aria-label="Essentials" className="grid gap-1 border-y border-line py-2">
      {view.weather.map((limit) => (
        <p key={limit.code}>▲ {sayWeatherLimit(limit)}</p>
      ))}
      {view.checks.map((held) => (
        <p key={JSON.stringify(held)} className="text-oxblood">
          ■ {sayHeld(held)}
        </p>
      ))}
      {view.focus.length > 0 && (
        <p>
          <span className="sign text-dim">First week</span> {listed(view.focus)}
        </p>
      )}
      {view.thisWeek && (
        <p>
          <span className="sign text-dim">This week</span> {view.thisWeek}
        </p>
      )}
      <HorseEssentials known={view.essentials} />
      <p>
        <span className="sign text-dim">Circles</span> {view.circleMinutes === 0 ? "none" : `${view.circleMinutes} min at most`}
        {view.sessionMinutes !== null && (
          <>
            {" "}
            · <span className="sign text-dim">session</span> {view.sessionMinutes} min at most
          </>
        )}
      </p>
      <p>
        <span className="sign text-dim">How</span>{" "}
        {method.looseWork === "own-pace"
          ? "loose work at the horse's own pace"
          : "ask for a gait and keep asking until the horse answers"}
        ; {method.reward === "release" ? "release and rest" : "release, and food for standing"};{" "}
        {method.steering === "one-rein" ? "one rein at first" : "both reins and legs"};{" "}
        {method.headgear === "rope-halter" ? "rope halter for first rides" : "snaffle from the first ride"}
        {method.sides === "one-a-day" ? "; one side a day" : ""};{" "}
        {method.grooming === "before" ? "groom before work" : "groom after work when the weather is raw or the horse is fresh"}
      </p>
      {view.cues.length > 0 && (
        <p>
          <span className="sign text-dim">Say</span>{" "}
          {view.cues.map(({ cue, words }) => `${inner(CUE[cue])} “${words}”`).join(", ")}
        </p>
      )}
    </section>
  );
}
