/** The gate: one bar that says what may be done, with its reasons as short lines; what was seen on the ground; and setting it aside, in two steps. */

import { useId, useState } from "react";
import type { SessionKind } from "#core/card/card.ts";
import type { GateAnswer } from "#core/gate/gate.ts";
import type { ShownToday } from "#core/gate/shown.ts";
import { type GateTick, RED_SIGNS, type RedSign } from "#core/permission/ground-check.ts";
import { mayOverride, overriddenBy, sourceOf } from "#core/permission/reasons.ts";
import { Button, INPUT, Picks } from "#ui/kit/parts.tsx";
import { inner, listed } from "#ui/words/figures.ts";
import { sayGateAdvice, sayGateLimit, sayGateState } from "#ui/words/gate.ts";
import { RED, TICK } from "#ui/words/labels.ts";
import { sayReason, sayTogether } from "#ui/words/reasons.ts";
import { inWords, t } from "#ui/words/speak.ts";

const ARM = { open: "M20 40L52 6", half: "M20 40L84 22", shut: "M20 40H92" } as const;
const TONE = {
  open: "stroke-rail text-rail border-rail",
  half: "stroke-ochre text-ochre border-ochre",
  shut: "stroke-oxblood text-oxblood border-oxblood",
} as const;

/** Stands at the top of the card throughout. `brief`: the state alone, beside other work. */
export function GateBar({
  answer,
  kind,
  overridden,
  brief = false,
}: {
  answer: GateAnswer;
  kind: SessionKind;
  overridden: boolean;
  brief?: boolean;
}) {
  const shown = overridden ? "open" : answer.state;
  return (
    <div role="status" className={`flex items-center gap-3 border-2 bg-paper ${brief ? "px-2" : "p-2"} ${TONE[shown]}`}>
      <svg viewBox="0 0 100 50" className={`shrink-0 ${brief ? "w-10" : "w-20"}`} aria-hidden="true" fill="none" strokeWidth={5}>
        <path d="M20 48V30M96 48V34" />
        <path d={ARM[shown]} strokeWidth={7} />
      </svg>
      <div>
        <p className="sign text-xl">{sayGateState(answer.state, kind, overridden)}</p>
        {!brief && <p className="text-ink">{sayGateAdvice(answer.state, kind, overridden)}</p>}
      </div>
    </div>
  );
}

interface Props {
  readonly answer: GateAnswer;
  readonly kind: SessionKind;
  readonly asked: readonly GateTick[];
  readonly ticks: readonly GateTick[];
  /** What the scores of today say of the ticks. */
  readonly today: ShownToday;
  readonly redSigns: readonly RedSign[];
  /** Of these, what went away again. */
  readonly redGone: readonly RedSign[];
  onGone(signs: RedSign[]): void;
  readonly actor: Parameters<typeof mayOverride>[0];
  /** The reason with which it was set aside; empty: it was not. */
  readonly override: string;
  onOverride(reason: string): void;
  onTicks(ticks: GateTick[]): void;
  onRedSigns(signs: RedSign[]): void;
}

const WHO = inWords({
  manager: "Only a manager can override this, with a reason.",
  senior: "A manager or a grade 4 or 5 rider can override this, with a reason.",
} as const);

/** First what is set aside, then why, then the press that does it; and the way back. */
function Override({ answer, actor, override, onOverride }: Pick<Props, "answer" | "actor" | "override" | "onOverride">) {
  const [asking, setAsking] = useState(false);
  const [reason, setReason] = useState("");
  const field = useId();
  if (override !== "")
    return (
      <div className="border-l-4 border-ochre bg-ochre-soft px-3 py-2">
        <p>
          {t("▲ Overridden:")} {sayTogether(answer.reasons).join(" ")}{" "}
          <strong>
            {t("Why:")} {override}
          </strong>
        </p>
        <Button big onClick={() => onOverride("")}>
          {t("Undo the override")}
        </Button>
      </div>
    );
  if (!mayOverride(actor, answer.reasons)) {
    const by = answer.reasons.map(overriddenBy);
    if (by.includes("nobody")) return null;
    return <p className="text-dim">{WHO[by.includes("manager") ? "manager" : "senior"]}</p>;
  }
  if (!asking)
    return (
      <Button big onClick={() => setAsking(true)}>
        {t("Override the gate")}
      </Button>
    );
  return (
    <fieldset className="grid gap-2 border-2 border-ochre p-2">
      <legend className="sign">{t("You override")}</legend>
      <ul className="ml-5 list-disc">
        {sayTogether(answer.reasons).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <label htmlFor={field} className="sign text-dim">
        {t("Why? The reason stays in the record, and the office is alerted now")}
      </label>
      <input
        id={field}
        className={`${INPUT} h-14`}
        maxLength={500}
        value={reason}
        onChange={(event) => setReason(event.target.value)}
      />
      <div className="flex flex-wrap gap-2">
        <Button
          big
          tone="main"
          disabled={reason.trim() === ""}
          onClick={() => {
            setAsking(false);
            onOverride(reason.trim());
          }}
        >
          {t("Override and open the gate")}
        </Button>
        <Button big onClick={() => setAsking(false)}>
          {t("Keep it shut")}
        </Button>
      </div>
    </fieldset>
  );
}

export function Gate({
  answer,
  kind,
  asked,
  ticks,
  today,
  redSigns,
  redGone,
  actor,
  override,
  onOverride,
  onTicks,
  onRedSigns,
  onGone,
}: Props) {
  const shown = answer.reasons.filter((reason) => reason.code !== "not-ticked");
  const open = answer.reasons.length - shown.length;
  const some = today.shown.filter((tick) => !ticks.includes(tick));
  const rest = asked.filter((tick) => !ticks.includes(tick) && !today.against.includes(tick));
  return (
    <section aria-labelledby="gate-title" className="grid gap-2">
      <h2 id="gate-title">{kind === "ground" ? t("Before you begin") : t("The gate")}</h2>
      <ul className="ml-5 list-disc">
        {shown.map((reason) => (
          <li key={JSON.stringify(reason)}>
            {sayReason(reason)} <span className="text-dim">({t(sourceOf(reason))})</span>
          </li>
        ))}
        {open > 0 && <li>{t("{open} checks left", { open })}</li>}
        {answer.limits.map((limit) => (
          <li key={JSON.stringify(limit)}>{t("Keep in mind: {limit}", { limit: sayGateLimit(limit) })}</li>
        ))}
      </ul>
      {kind !== "ground" && (
        <fieldset>
          <legend className="sign text-dim">{t("On the ground, before you get on")}</legend>
          <div className="grid gap-1 pb-1">
            {some.length > 0 && rest.length > some.length && (
              <Button big onClick={() => onTicks([...ticks, ...some])}>
                {t(
                  some.length === 1 ? "Scored 3 or more today: {ticks}. Tick it" : "Scored 3 or more today: {ticks}. Tick them",
                  {
                    ticks: listed(some.map((tick) => inner(TICK[tick]))),
                  },
                )}
              </Button>
            )}
            {rest.length > 1 && (
              <Button big tone="main" onClick={() => onTicks([...ticks, ...rest])}>
                {t(
                  today.against.length > 0 ? "All of it, except what was not good today" : "All of it, then tap what is not true",
                )}
              </Button>
            )}
          </div>
          <div className="grid grid-cols-2 gap-1">
            {asked.map((tick) => {
              const on = ticks.includes(tick);
              return (
                <button
                  key={tick}
                  type="button"
                  aria-pressed={on}
                  onClick={() => onTicks(on ? ticks.filter((one) => one !== tick) : [...ticks, tick])}
                  className={`flex min-h-14 items-center gap-2 border px-2 text-left leading-tight ${on ? "border-rail bg-rail text-on-rail" : "border-edge bg-paper"}`}
                >
                  <span aria-hidden="true" className="text-xl">
                    {on ? "✓" : "○"}
                  </span>
                  <span>
                    {TICK[tick]}
                    {today.against.includes(tick) && <span className="block text-sm">{t("▲ scored below 3 today")}</span>}
                  </span>
                </button>
              );
            })}
          </div>
        </fieldset>
      )}
      <Picks
        legend={t("Red signs: did you see any?")}
        big
        options={RED_SIGNS.map((sign) => [sign, RED[sign]] as const)}
        value={redSigns}
        onChange={onRedSigns}
      />
      {redSigns.some((sign) => sign !== "sudden-change") && (
        <Picks
          legend={t("Gone again? It still counts today unless the manager has looked")}
          big
          options={redSigns
            .filter((sign) => sign !== "sudden-change")
            .map((sign) => [sign, t("{sign}: gone", { sign: RED[sign] })] as const)}
          value={redGone.filter((sign) => redSigns.includes(sign))}
          onChange={onGone}
        />
      )}
      {kind !== "ground" && (
        <>
          <p className="text-sm text-dim">
            {t("Helmet and boots. Do not work a green horse alone. Never ride over suspected pain.")}
          </p>
          {answer.state !== "open" && <Override {...{ answer, actor, override, onOverride }} />}
        </>
      )}
    </section>
  );
}
