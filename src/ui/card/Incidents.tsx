/** An incident with its details in five taps: what, anyone hurt, when, what led up to it, done. A red one goes to the office with the first. */
import { useState } from "react";
import { HURT, type Hurt, INCIDENT_KINDS, type Incident, isRed, KNOWN_DURINGS, LED_BYS } from "#core/card/card.ts";
import { STRENGTHS, type Strength } from "#core/intake/signs.ts";
import { Button, Choice, INPUT, Picks } from "#ui/kit/parts.tsx";
import { sayIncident } from "#ui/words/incident.ts";
import { DURING, HURT_WORDS, INCIDENT, LED_BY, WENT } from "#ui/words/labels.ts";
import type { Part } from "./part.ts";

const TOLD_BY_WORDS = "The office is told at once, or with the first signal. If you need somebody now, call.";
/** Until somebody says otherwise. */
const HAD_TO_BE_STOPPED = 2;

export function Incidents({ draft, put, tell }: Part) {
  /** Which one is being written. */
  const [open, setOpen] = useState<number | null>(null);
  const change = (at: number, part: Partial<Incident>): void => {
    const incidents = draft.incidents.map((incident, i) => (i === at ? { ...incident, ...part } : incident));
    put({ incidents });
    const changed = incidents[at];
    if (changed && isRed(changed) && part.before === undefined)
      tell({ what: "incident", incident: { ...changed, ledBy: [...changed.ledBy] } });
  };
  const add = (kind: Incident["kind"]): void => {
    const incident = { kind, before: "", hurt: "nobody", during: "unknown", ledBy: [], strength: HAD_TO_BE_STOPPED } as const;
    put({ incidents: [...draft.incidents, incident] });
    setOpen(draft.incidents.length);
    if (isRed(incident)) tell({ what: "incident", incident: { ...incident, ledBy: [] } });
  };
  return (
    <section aria-labelledby="incidents-title">
      <h2 id="incidents-title">Incidents</h2>
      {draft.incidents.map((incident, at) => (
        <div key={`${incident.kind}${at}`} className="mb-2 grid gap-2 border-2 border-oxblood p-2">
          <p className="text-oxblood">■ {sayIncident(incident)}</p>
          {isRed(incident) && <p className="text-oxblood">{TOLD_BY_WORDS}</p>}
          {open === at ? (
            <>
              <Choice<Hurt>
                name={`hurt-${at}`}
                legend="Anyone hurt?"
                big
                options={HURT.map((hurt) => [hurt, HURT_WORDS[hurt]] as const)}
                value={incident.hurt}
                onChange={(hurt) => change(at, { hurt })}
              />
              <Choice<`${Strength}`>
                name={`strength-${at}`}
                legend="How far did it go?"
                big
                options={STRENGTHS.map((one) => [`${one}`, WENT[one as Strength]] as const)}
                value={`${incident.strength}`}
                onChange={(strength) => change(at, { strength: Number(strength) as Strength })}
              />
              <Choice
                name={`during-${at}`}
                legend="When"
                big
                options={KNOWN_DURINGS.map((one) => [one, DURING[one]] as const)}
                value={incident.during}
                onChange={(during) => change(at, { during })}
              />
              <Picks
                legend="What led up to it"
                big
                options={LED_BYS.map((one) => [one, LED_BY[one]] as const)}
                value={incident.ledBy}
                onChange={(ledBy) => change(at, { ledBy })}
              />
              <label className="sign text-dim">
                In your words
                <input
                  className={`${INPUT} h-14 font-sans text-ink`}
                  maxLength={500}
                  value={incident.before}
                  onChange={(event) => change(at, { before: event.target.value })}
                />
              </label>
              <Button big tone="main" onClick={() => setOpen(null)}>
                Done
              </Button>
            </>
          ) : (
            <div className="flex gap-1">
              <Button big onClick={() => setOpen(at)}>
                Change it
              </Button>
              <Button big onClick={() => put({ incidents: draft.incidents.filter((_, i) => i !== at) })}>
                Take it out
              </Button>
            </div>
          )}
        </div>
      ))}
      {open === null && (
        <div className="flex flex-wrap gap-1">
          {INCIDENT_KINDS.map((kind) => (
            <Button key={kind} big onClick={() => add(kind)}>
              {INCIDENT[kind]}
            </Button>
          ))}
        </div>
      )}
    </section>
  );
}
