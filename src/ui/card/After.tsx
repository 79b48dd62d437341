/** What happened besides the scores: signs, incidents, firsts, and the words for the next rider. */
import { useState } from "react";
import type { CardView } from "#contracts/views.ts";
import { HURT, type Hurt, INCIDENT_KINDS, type Incident } from "#core/card/card.ts";
import { skillOf } from "#core/ladder/skills.ts";
import { SignChip } from "#ui/intake/SignChip.tsx";
import { Button, Choice, INPUT } from "#ui/kit/parts.tsx";
import { HURT_WORDS, INCIDENT } from "#ui/words/labels.ts";
import type { Draft } from "./record.ts";

interface Props {
  readonly view: CardView;
  readonly draft: Draft;
  put(part: Partial<Draft>): void;
}

const QUICK_SIGNS = [
  "licks",
  "blows-out",
  "soft-eye",
  "ear-on",
  "busy-mouth",
  "head-high",
  "girthy",
  "touchy-flank",
  "bucks",
  "runs-on",
  "sucks-back",
  "one-side",
  "trips",
  "sudden-change",
];

export function Signs({ draft, put }: Props) {
  return (
    <section aria-labelledby="signs-title">
      <h2 id="signs-title">Signs</h2>
      <div className="flex flex-wrap gap-2">
        {QUICK_SIGNS.map((sign) => (
          <SignChip
            key={sign}
            sign={sign}
            strengthOf={(side) => draft.signs.find((seen) => seen.sign === sign && seen.side === side)?.strength}
            onPut={(side, strength) => {
              const rest = draft.signs.filter((seen) => seen.sign !== sign || seen.side !== side);
              put({ signs: strength === null ? rest : [...rest, { sign, skill: null, side, strength }] });
            }}
          />
        ))}
      </div>
      {draft.signs.some((seen) => seen.sign === "sudden-change") && (
        <p className="mt-2 border-l-4 border-oxblood bg-oxblood-soft px-3 py-2 text-oxblood">
          ■ Stop here and tell the manager: a sudden change goes to the vet before more work.
        </p>
      )}
    </section>
  );
}

export function Incidents({ draft, put }: Props) {
  const change = (at: number, part: Partial<Incident>): void =>
    put({ incidents: draft.incidents.map((incident, i) => (i === at ? { ...incident, ...part } : incident)) });
  return (
    <section aria-labelledby="incidents-title">
      <h2 id="incidents-title">Incidents</h2>
      {draft.incidents.map((incident, at) => (
        <div key={`${incident.kind}${at}`} className="mb-2 grid gap-2 border-2 border-oxblood p-2">
          <div className="flex items-center justify-between">
            <span className="sign text-lg text-oxblood">■ {INCIDENT[incident.kind]}</span>
            <Button onClick={() => put({ incidents: draft.incidents.filter((_, i) => i !== at) })}>Take it out</Button>
          </div>
          <label className="sign text-dim">
            What led up to it
            <input
              className={`${INPUT} h-12 font-sans text-ink`}
              maxLength={500}
              value={incident.before}
              onChange={(event) => change(at, { before: event.target.value })}
            />
          </label>
          <Choice<Hurt>
            name={`hurt-${at}`}
            legend="Anyone hurt?"
            big
            options={HURT.map((hurt) => [hurt, HURT_WORDS[hurt]] as const)}
            value={incident.hurt}
            onChange={(hurt) => change(at, { hurt })}
          />
        </div>
      ))}
      <div className="flex flex-wrap gap-1">
        {INCIDENT_KINDS.map((kind) => (
          <Button key={kind} big onClick={() => put({ incidents: [...draft.incidents, { kind, before: "", hurt: "nobody" }] })}>
            {INCIDENT[kind]}
          </Button>
        ))}
      </div>
    </section>
  );
}

/** Offers what was never done before: scored 2 or better today, and under 2 in all scores known to this card. */
export function Firsts({ view, draft, put }: Props) {
  const [words, setWords] = useState("");
  const known = (skill: string): boolean => view.recentScores.some((one) => one.skill === skill && Math.max(...one.scores) >= 2);
  const offered = [
    ...new Set(draft.scores.filter(({ skill, score }) => score >= 2 && !known(skill)).map(({ skill }) => skill)),
  ].filter((skill) => !draft.firsts.some((first) => first.skill === skill));
  return (
    <section aria-labelledby="firsts-title">
      <h2 id="firsts-title">Firsts</h2>
      <ul>
        {draft.firsts.map((first) => (
          <li key={first.words} className="flex items-center justify-between gap-2 py-1 text-ochre">
            ⚑ {first.words}
            <Button onClick={() => put({ firsts: draft.firsts.filter((one) => one !== first) })}>Take it out</Button>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-1">
        {offered.map((skill) => (
          <Button
            key={skill}
            big
            onClick={() => put({ firsts: [...draft.firsts, { skill, words: `First: ${skillOf(skill).words.toLowerCase()}` }] })}
          >
            First: {skillOf(skill).words.toLowerCase()}? Yes
          </Button>
        ))}
      </div>
      <form
        className="flex items-end gap-1 pt-1"
        onSubmit={(event) => {
          event.preventDefault();
          if (words.trim()) put({ firsts: [...draft.firsts, { skill: null, words: words.trim() }] });
          setWords("");
        }}
      >
        <label className="sign grow text-dim">
          Another first, as the owner will read it
          <input
            className={`${INPUT} h-12 font-sans text-ink`}
            maxLength={120}
            value={words}
            onChange={(event) => setWords(event.target.value)}
          />
        </label>
        <Button big type="submit" disabled={words.trim() === ""}>
          Add
        </Button>
      </form>
    </section>
  );
}

export function Ending({ draft, put }: Props) {
  const area = (id: "word" | "nextTime", label: string) => (
    <label className="sign block text-dim">
      {label}
      <textarea
        className={`${INPUT} font-sans text-ink`}
        rows={2}
        maxLength={1000}
        value={draft[id]}
        onChange={(event) => put({ [id]: event.target.value })}
      />
    </label>
  );
  return (
    <section aria-labelledby="ending-title" className="grid gap-2">
      <h2 id="ending-title">The end</h2>
      <Choice<string>
        name="ended-well"
        legend="Did it end well?"
        big
        options={[
          ["yes", "Ended well"],
          ["no", "Did not end well"],
        ]}
        value={draft.endedWell === null ? null : draft.endedWell ? "yes" : "no"}
        onChange={(answer) => put({ endedWell: answer === "yes" })}
      />
      {area("word", "A word for the next rider")}
      {area("nextTime", "Next time")}
    </section>
  );
}
