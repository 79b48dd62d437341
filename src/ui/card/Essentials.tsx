import type { CardView, Essentials as Known } from "#contracts/views.card.ts";
import type { IncidentKind } from "#core/card/card.ts";
import { signOf } from "#core/intake/signs.ts";
import { sayComplaint } from "#ui/words/complaint.ts";
import { inner, listed, outer, sayDay } from "#ui/words/figures.ts";
import { sayGear } from "#ui/words/gear.ts";
import { CUE, INCIDENT, SIDE } from "#ui/words/labels.ts";
import { sayHeld } from "#ui/words/reasons.ts";
import { inWords, t } from "#ui/words/speak.ts";
import { sayTouches } from "#ui/words/touches.ts";
import { sayWeatherLimit } from "#ui/words/weather.ts";

const EASY = inWords({ left: "right", right: "left", even: "about even", unknown: "not known yet" } as const);

/** Of a horse: what to watch for, where it is touchy, which side is easy, and what the last rider says. */
export function HorseEssentials({ known }: { known: Known }) {
  const { complaint, cautions, touchy, hard, lastIncident, lastTime } = known;
  return (
    <>
      {complaint && (
        <p>
          <span className="sign text-dim">{t("Main problem")}</span> {sayComplaint(complaint)}
        </p>
      )}
      {cautions.length > 0 && (
        <p className="text-oxblood">
          {t("■ {signs} at the evaluation: watch for this", {
            signs: outer(listed(cautions.map(({ sign }) => inner(t(signOf(sign).words))))),
          })}
        </p>
      )}
      {touchy.length > 0 && (
        <p className="text-oxblood">
          {t("■ Touchy:")} {sayTouches(touchy).join("; ")}
        </p>
      )}
      {lastIncident && (
        <p className="text-oxblood">
          {t("■ Last incident: {incident}, {day}", {
            incident: inner(INCIDENT[lastIncident.kind as IncidentKind]),
            day: sayDay(lastIncident.day),
          })}
        </p>
      )}
      <p>
        <span className="sign text-dim">{t("Easy side")}</span> {EASY[hard]}
        {(hard === "left" || hard === "right") && (
          <>
            {" "}
            · <span className="sign text-dim">{t("hard side")}</span> {SIDE[hard]}
          </>
        )}
      </p>
      {lastTime ? (
        <p>
          <span className="sign text-dim">
            {sayDay(lastTime.day)}, {lastTime.rider}
          </span>{" "}
          {lastTime.word && `“${lastTime.word}” `}
          {lastTime.nextTime && (
            <strong>
              {t("Next time:")} {lastTime.nextTime}{" "}
            </strong>
          )}
          {lastTime.tack.length > 0 && <span className="text-dim">{t("In {gear}.", { gear: sayGear(lastTime.tack) })}</span>}
        </p>
      ) : (
        <p className="text-dim">{t("First session here.")}</p>
      )}
    </>
  );
}

/** What a rider must know before touching the horse, in a glance. */
export function Essentials({ view }: { view: CardView }) {
  const { method } = view;
  return (
    <section aria-label={t("Essentials")} className="grid gap-1 border-y border-line py-2">
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
          <span className="sign text-dim">{t("First week")}</span> {listed(view.focus)}
        </p>
      )}
      {view.thisWeek && (
        <p>
          <span className="sign text-dim">{t("This week")}</span> {view.thisWeek}
        </p>
      )}
      <HorseEssentials known={view.essentials} />
      <p>
        <span className="sign text-dim">{t("Circles")}</span>{" "}
        {view.circleMinutes === 0 ? t("none") : t("{minutes} min at most", { minutes: view.circleMinutes })}
        {view.sessionMinutes !== null && (
          <>
            {" "}
            · <span className="sign text-dim">{t("session")}</span> {t("{minutes} min at most", { minutes: view.sessionMinutes })}
          </>
        )}
      </p>
      <p>
        <span className="sign text-dim">{t("How")}</span>{" "}
        {method.looseWork === "own-pace"
          ? t("loose work at the horse's own pace")
          : t("ask for a gait and keep asking until the horse answers")}
        ; {method.reward === "release" ? t("release and rest") : t("release, and food for standing")};{" "}
        {method.steering === "one-rein" ? t("one rein at first") : t("both reins and legs")};{" "}
        {method.headgear === "rope-halter" ? t("rope halter for first rides") : t("snaffle from the first ride")}
        {method.sides === "one-a-day" ? t("; one side a day") : ""};{" "}
        {method.grooming === "before"
          ? t("groom before work")
          : t("groom after work when the weather is raw or the horse is fresh")}
      </p>
      {view.cues.length > 0 && (
        <p>
          <span className="sign text-dim">{t("Say")}</span>{" "}
          {view.cues.map(({ cue, words }) => `${inner(CUE[cue])} “${words}”`).join(", ")}
        </p>
      )}
    </section>
  );
}
