import type { CardView } from "#contracts/views.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import type { Tack } from "#core/card/card.ts";
import { signOf } from "#core/intake/signs.ts";
import { skillOf } from "#core/ladder/skills.ts";
import { listed } from "#ui/words/figures.ts";
import { TACK } from "#ui/words/labels.ts";
import { sayWeatherLimit } from "#ui/words/weather.ts";

/** What a rider must know before touching the horse, in a glance. */
export function Essentials({ view }: { view: CardView }) {
  const { method } = view;
  const last = view.lastTime;
  return (
    <section aria-label="Essentials" className="grid gap-1 border-y border-line py-2">
      {view.cautions.length > 0 && (
        <p className="text-oxblood">
          ■ {listed(view.cautions.map(({ sign }) => signOf(sign).words.toLowerCase()))} at the evaluation: watch for it
        </p>
      )}
      {view.weather.map((limit) => (
        <p key={limit.code}>▲ {sayWeatherLimit(limit)}</p>
      ))}
      {view.heldSkills.length > 0 && (
        <p className="text-oxblood">
          ■ Leave alone until a check is done: {listed(view.heldSkills.map((id) => skillOf(id).words.toLowerCase()))}
        </p>
      )}
      {view.focus.length > 0 && (
        <p>
          <span className="sign text-dim">First week</span> {listed(view.focus)}
        </p>
      )}
      <p>
        <span className="sign text-dim">Hard side</span> {view.hard === "even" ? "about even" : view.hard} ·{" "}
        <span className="sign text-dim">circles</span>{" "}
        {view.circleMinutes === 0 ? "none" : `${view.circleMinutes} min at the most`}
        {view.sessionMinutes !== null && (
          <>
            {" "}
            · <span className="sign text-dim">session</span> {view.sessionMinutes} min at the most
          </>
        )}
      </p>
      <p>
        <span className="sign text-dim">How</span>{" "}
        {method.looseWork === "own-pace" ? "loose work at its own pace" : "ask for a gait, keep it till it answers"};{" "}
        {method.reward === "release" ? "release and rest" : "release, and food for standing"};{" "}
        {method.steering === "one-rein" ? "one rein at first" : "both reins and legs"};{" "}
        {method.headgear === "rope-halter" ? "rope halter for first rides" : "snaffle from the first ride"}
        {method.sides === "one-a-day" ? "; one side a day" : ""};{" "}
        {method.grooming === "before" ? "groom before work" : "groom after work when it is raw or the horse is fresh"}
      </p>
      {last ? (
        <p>
          <span className="sign text-dim">
            {sayDate(last.day)}, {last.rider}
          </span>{" "}
          {last.word && `“${last.word}” `}
          {last.nextTime && <strong>Next time: {last.nextTime} </strong>}
          {last.tack.length > 0 && (
            <span className="text-dim">In {listed(last.tack.map((tack) => TACK[tack as Tack].toLowerCase()))}.</span>
          )}
        </p>
      ) : (
        <p className="text-dim">Its first session here.</p>
      )}
    </section>
  );
}
