/** An incident with its details in five taps: what, anyone hurt, when, what led up to it, done. A red one goes to the office with the first. */

import { useState } from "react";
import { INCIDENT_KINDS, type Incident, isRed } from "#core/card/card.ts";
import { later } from "#ui/kit/later.tsx";
import { Button } from "#ui/kit/parts.tsx";
import { sayIncident } from "#ui/words/incident.ts";
import { INCIDENT } from "#ui/words/labels.ts";
import { t } from "#ui/words/speak.ts";
import type { Part } from "./part.ts";

/** What it was is kept with the first tap, and a red one told; its details are loaded after. */
// eslint-disable-next-line no-restricted-syntax -- a neighbour in this very folder; no fence lies between
const IncidentDetails = later(async () => (await import("./IncidentDetails.tsx")).IncidentDetails);

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
      <h2 id="incidents-title">{t("Incidents")}</h2>
      {draft.incidents.map((incident, at) => (
        <div key={`${incident.kind}${at}`} className="mb-2 grid gap-2 border-2 border-oxblood p-2">
          <p className="text-oxblood">■ {sayIncident(incident)}</p>
          {isRed(incident) && (
            <p className="text-oxblood">
              {t("The office is alerted right away, or as soon as you have signal. If you need help now, call.")}
            </p>
          )}
          {open === at ? (
            <IncidentDetails at={at} incident={incident} onChange={(part) => change(at, part)} onDone={() => setOpen(null)} />
          ) : (
            <div className="flex gap-1">
              <Button big onClick={() => setOpen(at)}>
                {t("Change it")}
              </Button>
              <Button big onClick={() => put({ incidents: draft.incidents.filter((_, i) => i !== at) })}>
                {t("Take it out")}
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
