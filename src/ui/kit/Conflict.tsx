/** Two people wrote at once: both versions side by side, nothing lost, and the choice field by field. */
import { Button } from "./parts.tsx";

export interface ConflictRow {
  readonly key: string;
  readonly label: string;
  readonly mine: string;
  readonly theirs: string;
}

export function Conflict({
  rows,
  onTake,
  onKeepMine,
  onTakeTheirs,
}: {
  rows: readonly ConflictRow[];
  onTake(key: string): void;
  onKeepMine(): void;
  onTakeTheirs(): void;
}) {
  return (
    <section role="alertdialog" aria-labelledby="conflict-title" className="my-3 min-w-0 border-2 border-ochre bg-ochre-soft p-3">
      <h2 id="conflict-title">Somebody else saved while you were typing</h2>
      <p>Your text is still here. Use single lines of theirs and save yours, or drop yours.</p>
      <div className="overflow-x-auto">
        <table className="my-2 w-full border-collapse bg-paper text-left">
          <thead>
            <tr className="sign">
              <th scope="col" className="border border-line px-2 py-1">
                What
              </th>
              <th scope="col" className="border border-line px-2">
                Yours
              </th>
              <th scope="col" className="border border-line px-2">
                Theirs, saved
              </th>
              <th scope="col" className="border border-line px-2">
                <span className="sr-only">Take over</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.key}>
                <th scope="row" className="border border-line px-2 py-1 font-normal">
                  {row.label}
                </th>
                <td className="border border-line px-2 whitespace-pre-wrap">{row.mine || "—"}</td>
                <td className="border border-line px-2 whitespace-pre-wrap">{row.theirs || "—"}</td>
                <td className="border border-line px-2">
                  <Button onClick={() => onTake(row.key)}>Take theirs</Button>
                </td>
              </tr>
            ))}
            {rows.length === 0 && (
              <tr>
                <td colSpan={4} className="px-2 py-1">
                  Both are the same. Save yours to continue.
                </td>
              </tr>
            )}
          </tbody>
        </table>
      </div>
      <div className="flex flex-wrap gap-2">
        <Button tone="main" onClick={onKeepMine}>
          Save mine as it is now
        </Button>
        <Button onClick={onTakeTheirs}>Drop mine, take theirs</Button>
      </div>
    </section>
  );
}
