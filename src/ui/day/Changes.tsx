import type { DayView } from "#contracts/views.ts";
import { sayChange } from "#ui/words/day.ts";
import type { ChangedCard } from "./laying.ts";
import { namesOf } from "./sheet.ts";

/** What a laying out changed of what riders had been handed, each with its price, the dear ones first. */
export function Changes({ view, changes }: { view: DayView; changes: readonly ChangedCard[] }) {
  const names = namesOf(view);
  if (changes.length === 0) return null;
  return (
    <details open className="my-1 border-l-4 border-ochre bg-ochre-soft px-3 py-1 text-sm">
      <summary className="sign cursor-pointer">Changes to tell riders ({changes.length})</summary>
      <ul>
        {[...changes]
          .sort((a, b) => b.price - a.price)
          .map((change) => (
            <li key={change.stay + change.before.start}>
              <strong>{names.horse(change.stay)}</strong>: {sayChange(change, names)}
            </li>
          ))}
      </ul>
    </details>
  );
}
