import type { SessionView } from "#contracts/views.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import { signOf } from "#core/intake/signs.ts";
import { inner, listed } from "#ui/words/figures.ts";
import { sayMount, sayTaken } from "#ui/words/first-steps.ts";
import { sayGear } from "#ui/words/gear.ts";
import { sayIncident } from "#ui/words/incident.ts";
import { sayJump } from "#ui/words/jump.ts";
import { GAIT, RED, SIDE, WEATHER } from "#ui/words/labels.ts";
import { sayTogether } from "#ui/words/reasons.ts";
import { sayCalm, sayMeasure, sayReading, sayScores, saySwap } from "#ui/words/record.ts";
import { sayCourse } from "#ui/words/record-fields.ts";
import { skillWords } from "#ui/words/skills.ts";
import { t } from "#ui/words/speak.ts";

/** One session as it was written down. `short` leaves the scores to the log. */
export function SessionEntry({ session, short = false }: { session: SessionView; short?: boolean }) {
  const { record } = session;
  const minutes = [
    record.groundMinutes > 0 ? t("{minutes} min ground", { minutes: record.groundMinutes }) : "",
    record.saddleMinutes > 0 ? t("{minutes} min saddle", { minutes: record.saddleMinutes }) : "",
  ]
    .filter(Boolean)
    .join(", ");
  const course = sayCourse(record.course);
  return (
    <article className="border-t border-line py-2">
      <h3>
        <a href={`/card/${session.card}`}>{sayDate(session.day)}</a>{" "}
        <span className="font-sans text-base font-normal text-dim">
          {session.rider}
          {session.helper ? ` with ${session.helper}` : ""} · {minutes}
          {record.endedWell ? "" : t(" · did not end well")}
          {session.revision > 1 ? t(" · revision {revision}", { revision: session.revision }) : ""}
        </span>
      </h3>
      {record.firsts.map((first) => (
        <p key={first.words} className="text-ochre">
          ⚑ {first.words}
        </p>
      ))}
      {record.incidents.map((incident, i) => (
        <p key={`${incident.kind}${i}`} className="text-oxblood">
          ■ {sayIncident(incident)}
        </p>
      ))}
      {session.overrideBy && (
        <p className="text-ochre">
          {t(
            session.gateState === "shut"
              ? "▲ Gate shut, overridden by {by}: {reason}"
              : "▲ Gate open for ground work only, overridden by {by}: {reason}",
            { by: session.overrideBy ?? "", reason: session.overrideReason },
          )}
        </p>
      )}
      {session.redSigns.length > 0 && (
        <p className="text-oxblood">
          {t("■ Red signs:")}{" "}
          {listed(
            session.redSigns.map((sign) =>
              session.redGone.includes(sign) ? t("{sign}, which went away", { sign: inner(RED[sign]) }) : inner(RED[sign]),
            ),
          )}
        </p>
      )}
      {session.against.length > 0 && (
        <p className="text-ochre">
          {t("▲ Done against the rules:")} {sayTogether(session.against).join(" ")}
        </p>
      )}
      {!short && (
        <>
          <p>{sayScores(record.scores).join(" · ")}</p>
          {course && <p>{course}</p>}
          {record.measures.length > 0 && <p>{record.measures.map(sayMeasure).join(" · ")}</p>}
          {record.swaps.map((swap) => (
            <p key={swap.skill}>▲ {saySwap(swap)}</p>
          ))}
          {record.mount && <p>{sayMount(record.mount)}</p>}
          {record.taken && <p>{sayTaken(record.taken)}</p>}
          {record.offered.length > 0 && (
            <p>
              {t("Offered more than asked: {skills}.", { skills: listed(record.offered.map((id) => inner(skillWords(id)))) })}
            </p>
          )}
          <p className="text-sm text-dim">
            {listed(record.gaits.map((gait) => GAIT[gait].toLowerCase()))} · {WEATHER[record.weather].toLowerCase()} ·{" "}
            {sayGear(record.tack)}
            {record.gearWhy && ` (${record.gearWhy})`}
            {record.circleMinutes > 0 && t(" · {minutes} min on the circle", { minutes: record.circleMinutes })}
            {record.readings.length > 0 && ` · ${record.readings.map(sayReading).join("; ")}`}
            {record.signs.length > 0 &&
              t(" · signs: {signs}", {
                signs: listed(
                  record.signs.map(
                    (seen) => `${t(signOf(seen.sign).words).toLowerCase()}${SIDE[seen.side] && ` ${SIDE[seen.side]}`}`,
                  ),
                ),
              })}
          </p>
        </>
      )}
      {record.jump && <p>{sayJump(record.jump)}</p>}
      {record.smaller && <p className="text-sm">{t("Did the smaller version of the card.")}</p>}
      {record.calm && (
        <p className="text-sm">
          {t("If calm,")} {sayCalm(record.calm)}
        </p>
      )}
      {record.word && <p>“{record.word}”</p>}
      {record.nextTime && (
        <p className="text-sm">
          {t("Next time:")} {record.nextTime}
        </p>
      )}
      {record.ifCalm && <p className="text-sm">{t("Next time, if calm: {skill}", { skill: skillWords(record.ifCalm) })}</p>}
    </article>
  );
}
