/** Of one incident: anyone hurt, how far it went, when, what led up to it, in the rider's words. */

import { HURT, type Hurt, type Incident, KNOWN_DURINGS, LED_BYS } from "#core/card/card.ts";
import { STRENGTHS, type Strength } from "#core/intake/signs.ts";
import { Button, Choice, INPUT, Picks } from "#ui/kit/parts.tsx";
import { DURING, HURT_WORDS, LED_BY, WENT } from "#ui/words/labels.ts";
import { t } from "#ui/words/speak.ts";

interface Props {
  readonly at: number;
  readonly incident: Incident;
  onChange(part: Partial<Incident>): void;
  onDone(): void;
}
export function IncidentDetails({ at, incident, onChange, onDone }: Props) {
  return (
    <>
      <Choice<Hurt>
        name={`hurt-${at}`}
        legend={t("Anyone hurt?")}
        big
        options={HURT.map((hurt) => [hurt, HURT_WORDS[hurt]] as const)}
        value={incident.hurt}
        onChange={(hurt) => onChange({ hurt })}
      />
      <Choice<`${Strength}`>
        name={`strength-${at}`}
        legend={t("How bad was it?")}
        big
        options={STRENGTHS.map((one) => [`${one}`, WENT[one as Strength]] as const)}
        value={`${incident.strength}`}
        onChange={(strength) => onChange({ strength: Number(strength) as Strength })}
      />
      <Choice
        name={`during-${at}`}
        legend={t("When")}
        big
        options={KNOWN_DURINGS.map((one) => [one, DURING[one]] as const)}
        value={incident.during}
        onChange={(during) => onChange({ during })}
      />
      <Picks
        legend={t("What happened just before")}
        big
        options={LED_BYS.map((one) => [one, LED_BY[one]] as const)}
        value={incident.ledBy}
        onChange={(ledBy) => onChange({ ledBy })}
      />
      <label className="sign text-dim">
        {t("In your words")}
        <input
          className={`${INPUT} h-14 font-sans text-ink`}
          maxLength={500}
          value={incident.before}
          onChange={(event) => onChange({ before: event.target.value })}
        />
      </label>
      <Button big tone="main" onClick={onDone}>
        {t("Done")}
      </Button>
    </>
  );
}
