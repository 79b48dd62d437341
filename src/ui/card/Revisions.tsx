/** Every revision of a card's record; where two people wrote at once, what each of them wrote. */

import type { Named, RevisionView } from "#contracts/views.card.ts";
import { SessionEntry } from "#ui/horse/SessionEntry.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { inner, listed } from "#ui/words/figures.ts";
import { fieldWords, sayField } from "#ui/words/record-fields.ts";
import { t } from "#ui/words/speak.ts";

export function Revisions({ revisions, people }: { revisions: readonly RevisionView[]; people: readonly Named[] }) {
  useAwake();
  return (
    <section className="arena mx-auto max-w-xl">
      <h2>{revisions.length > 1 ? t("Changes to this record, newest first") : t("The record")}</h2>
      {revisions.map((revision) => {
        const other = revisions.find((one) => one.revision === revision.joinedWith);
        return (
          <div key={revision.revision}>
            <p className="text-sm text-dim">
              {t("Revision {number} by {by}", { number: revision.revision, by: revision.by })}
              {other && t(", combined with what {by} saved at the same time", { by: other.by })}
            </p>
            {other && revision.clashes.length > 0 && (
              <div className="my-1 border-2 border-ochre bg-ochre-soft p-2">
                <p>
                  {t("Both wrote {fields}. Both versions are kept; {by}'s counts until somebody corrects it.", {
                    fields: listed(revision.clashes.map((field) => inner(fieldWords(field)))),
                    by: revision.by,
                  })}
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
