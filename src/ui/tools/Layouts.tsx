/** Layouts of poles and fences that the barn keeps, each to scale; a card that is closed with a named layout adds it. */
import { useState } from "react";
import type { FenceLayout } from "#core/card/jump.ts";
import { LayoutDrawing } from "#ui/card/LayoutDrawing.tsx";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { sayLayout } from "#ui/words/jump.ts";

export function Layouts({ layouts: all, mayDrop }: { layouts: readonly FenceLayout[]; mayDrop: boolean }) {
  const [layouts, setLayouts] = useState(all);
  const { busy, problem, send } = useCommand();
  return (
    <section id="layouts" aria-labelledby="layouts-title" className="border-t-2 border-rail py-4">
      <h2 id="layouts-title">Layouts</h2>
      {layouts.length === 0 && (
        <p className="text-dim">None yet. Name a layout on a card, and it shows here after the card is closed.</p>
      )}
      <ul>
        {layouts.map((layout) => (
          <li key={layout.name} className="border-t border-line py-2">
            <h3>{layout.name}</h3>
            <p>{sayLayout(layout)}.</p>
            <LayoutDrawing layout={layout} />
            {mayDrop && (
              <Button
                disabled={busy}
                aria-label={`Remove: ${layout.name}`}
                onClick={async () => {
                  if ((await send("tools/drop-layout", { name: layout.name })).ok)
                    setLayouts((before) => before.filter(({ name }) => name !== layout.name));
                }}
              >
                Remove
              </Button>
            )}
          </li>
        ))}
      </ul>
      <Trouble problem={problem} />
    </section>
  );
}
