import type { Details } from "#contracts/stay.ts";
import { HISTORY_TOPICS } from "#core/horse/horse.ts";
import { HISTORY_ANSWER, HISTORY_TOPIC } from "#ui/words/labels-desk.ts";

const Line = ({ label, words, tel }: { label: string; words: string; tel?: string }) => (
  <div>
    <dt className="sign text-dim">{label}</dt>
    <dd>
      {words || (tel ? "" : "not given")} {tel && <a href={`tel:${tel.replace(/[^+\d]/g, "")}`}>{tel}</a>}
    </dd>
  </div>
);

/** Whom to call, and what is known from before. */
export function Contacts({ details }: { details: Details }) {
  const contacts = details.client;
  const { history, historyWords } = details.horse;
  return (
    <div className="grid content-start gap-2">
      <h2>Whom to call</h2>
      <dl className="grid gap-2">
        <Line label="Client" words={contacts.name} tel={contacts.phone} />
        <Line label="E-mail" words={contacts.email} />
        <Line label="In an emergency" words={contacts.emergencyName} tel={contacts.emergencyPhone} />
        <Line label="Vet" words={contacts.vetName} tel={contacts.vetPhone} />
        <Line
          label="Vet release"
          words={contacts.vetRelease ? "signed" : "not signed: call the owner before the vet, unless it cannot wait"}
        />
      </dl>
      <h2 className="pt-3">Before arrival</h2>
      <dl className="grid grid-cols-2 gap-2">
        {HISTORY_TOPICS.map((topic) => (
          <Line key={topic} label={HISTORY_TOPIC[topic]} words={HISTORY_ANSWER[history[topic]]} />
        ))}
      </dl>
      {historyWords && <p className="whitespace-pre-wrap">{historyWords}</p>}
    </div>
  );
}
