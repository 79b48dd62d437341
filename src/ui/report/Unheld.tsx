/** Own words that the record does not hold: marked, and left to the manager. */
import { type Claim, claimsIn } from "#core/report/claims.ts";
import { CLAIM } from "#ui/words/claims.ts";

export function Unheld({ text, supported }: { readonly text: string; readonly supported: readonly Claim[] }) {
  const unheld = claimsIn(text).filter((claim) => !supported.includes(claim));
  if (unheld.length === 0) return null;
  return (
    <ul className="border-l-4 border-ochre pl-2 text-sm">
      {unheld.map((claim) => (
        <li key={claim}>▲ {CLAIM[claim]}</li>
      ))}
    </ul>
  );
}
