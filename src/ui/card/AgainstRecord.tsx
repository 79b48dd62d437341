/** What the record would go against, said before it is saved: it is kept as it was, marked, and told to the office. */

import type { Reason } from "#core/permission/reasons.ts";
import { sayTogether } from "#ui/words/reasons.ts";
import { t } from "#ui/words/speak.ts";

export function AgainstRecord({ reasons }: { reasons: readonly Reason[] }) {
  if (reasons.length === 0) return null;
  return (
    <div className="border-l-4 border-ochre bg-ochre-soft px-3 py-2">
      <p>{t("▲ Log what happened. This is marked in the record and the office is alerted:")}</p>
      <ul className="ml-5 list-disc">
        {sayTogether(reasons).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </div>
  );
}
