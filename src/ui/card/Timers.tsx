/** Ground, saddle and circle by the clock: one tap starts, one tap stops. What runs is kept on the phone as the moment it was started. */

import { useEffect, useState } from "react";
import { elapsed, minutesOf, type Timers as Running, TIMERS, type TimerName, toggled } from "#core/card/timers.ts";
import { inWords, t } from "#ui/words/speak.ts";

const WORDS: Record<TimerName, string> = inWords({ ground: "Ground", saddle: "Saddle", circle: "Circle" });
const SHOWN_EVERY = 500;

const sayClock = (milliseconds: number): string => {
  const seconds = Math.floor(milliseconds / 1000);
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;
};

interface Props {
  readonly timers: Running;
  readonly riding: boolean;
  /** Minutes of trot and canter on a circle at the most. */
  readonly circleMinutes: number;
  onChange(timers: Running, now: number): void;
}
export function Timers({ timers, riding, circleMinutes, onChange }: Props) {
  const [now, setNow] = useState(0);
  const running = TIMERS.some((name) => timers[name].since !== null);
  useEffect(() => {
    setNow(Date.now());
    if (!running) return;
    const timer = setInterval(() => setNow(Date.now()), SHOWN_EVERY);
    return () => clearInterval(timer);
  }, [running]);
  const shown = TIMERS.filter((name) => riding || name !== "saddle");
  const works = timers.ground.since !== null || timers.saddle.since !== null;
  const circled = minutesOf(timers.circle, now);
  return (
    <section aria-label={t("By the clock")}>
      <div className={`grid gap-1 ${riding ? "grid-cols-3" : "grid-cols-2"}`}>
        {shown.map((name) => {
          const runs = timers[name].since !== null;
          return (
            <button
              key={name}
              type="button"
              aria-pressed={runs}
              disabled={name === "circle" && !works && !runs}
              data-timer={name}
              onClick={() => {
                const at = Date.now();
                setNow(at);
                onChange(toggled(timers, name, at), at);
              }}
              className={`sign min-h-16 rounded border-2 text-lg disabled:opacity-50 ${runs ? "border-rail bg-rail text-on-rail" : "border-edge bg-paper"}`}
            >
              <span className="block text-sm">
                <span aria-hidden="true">{runs ? "■" : "▶"}</span>{" "}
                <span className="sr-only">{runs ? t("Stop") : t("Start")} </span>
                {WORDS[name]}
              </span>
              {sayClock(elapsed(timers[name], now))}
            </button>
          );
        })}
      </div>
      <p role="status" className={circled >= circleMinutes && circled > 0 ? "text-oxblood" : "text-dim"}>
        {circled > 0 && circled >= circleMinutes
          ? t("■ {circled} minutes on the circle; the limit is {circleMinutes}. Come off the circle and walk.", {
              circled,
              circleMinutes,
            })
          : works
            ? t("Circle limit: {circleMinutes} minutes of trot and canter.", { circleMinutes })
            : ""}
      </p>
    </section>
  );
}
