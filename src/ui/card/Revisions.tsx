/** Every revision of a card's record; where two people wrote at once, what each of them wrote. */

import type { Named, RevisionView } from "#contracts/views.card.ts";
import { SessionEntry } from "#ui/horse/SessionEntry.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { inner, listed } from "#ui/words/figures.ts";
import { fieldWords, sayField } from "#ui/words/record-fields.ts";

export function Revisions({ revisions, people }: { revisions: readonly RevisionView[]; people: readonly Named[] }) {
  useAwake();
  return (
    <section className="arena mx-auto max-w-xl">
      <h2>{revisions.length > 1 ? "Changes to this record, newest first" : "The record"}</h2>
      {revisions.map((revision) => {
        const other = revisions.find((one) => one.revision === revision.joinedWith);
        return (
          <div key={revision.revision}>
            <p className="text-sm text-dim">
              Revision {revision.revision} by {revision.by}
              {other && `, combined with what ${other.by} saved at the same time`}
            </p>
            {other && revision.clashes.length > 0 && (
              <div className="my-1 border-2 border-ochre bg-ochre-soft p-2">
                <p>
                  Both wrote {listed(revision.clashes.map((field) => inner(fieldWords(field))))}. Both versions are kept;{" "}
                  {revision.by}'s counts until somebody corrects it.
                </p>
                <dl>
                  {revision.clashes.map((field) => (
                    <div key={field}>
                      <dt className="sign">{fieldWords(field)}</dt>
                      <dd className="whitespace-pre-line">
                        {revision.by}: {sayField(field, revision.record, people)}
                        {"\n"}
                        {other.by}: {sayField(field, other.record, people)}
                      </dd>
                    </div>
                  ))}
                </dl>
              </div>
            )}
            <SessionEntry session={revision} />
          </div>
        );
      })}
    </section>
  );
}
