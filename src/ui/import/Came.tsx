/** What was brought in lately; each as a whole can be taken out again for a week. */
import { type ImportView, UNDO_DAYS } from "#contracts/import.ts";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { CAME_WORDS } from "#ui/words/import.ts";

export function TakeOut({ id, file }: { id: string; file: string }) {
  const { busy, problem, send } = useCommand();
  const undo = async (): Promise<void> => {
    if ((await send("import/undo", { id })).ok) location.reload();
  };
  return (
    <>
      <Button tone="stop" disabled={busy} aria-label={`Undo this import: ${file}`} onClick={() => void undo()}>
        Undo this import
      </Button>
      <Trouble problem={problem} />
    </>
  );
}

export function Came({ imports }: { imports: readonly ImportView[] }) {
  if (imports.length === 0) return null;
  return (
    <section aria-labelledby="came-title">
      <h2 id="came-title">Recent imports</h2>
      <p className="text-dim">For {UNDO_DAYS} days you can undo an import, unless something was added since.</p>
      <ul>
        {imports.map(({ id, list, file, by, at, made, changed, undone, mayUndo }) => (
          <li key={id} className="flex flex-wrap items-center gap-x-3 border-t border-line py-1">
            <strong>{CAME_WORDS[list]}</strong>
            <span className="min-w-0 grow">
              {file}, {at}, {by}: {made} new{changed > 0 && `, ${changed} changed`}
              {undone && <span className="text-dim">, undone {undone}</span>}
            </span>
            {mayUndo && <TakeOut id={id} file={file} />}
          </li>
        ))}
      </ul>
    </section>
  );
}
