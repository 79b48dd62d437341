/** What the office is told, on top of every screen of a manager: asked for anew after each write, until somebody says that it was seen. */
import { ask, newKey } from "#ui/kit/ask.ts";
import { onWrites } from "#ui/kit/writes.ts";

const strip = document.querySelector<HTMLElement>("#alerts");
let [asked, shown] = [0, 0];

async function show(): Promise<void> {
  if (!strip) return;
  asked += 1;
  const turn = asked;
  const answer = await fetch("/alerts").catch(() => null);
  if (!answer?.ok || turn < shown) return;
  shown = turn;
  const html = await answer.text();
  // A list that says the same again is not said again.
  if (strip.dataset["says"] === html) return;
  strip.dataset["says"] = html;
  strip.innerHTML = html;
}

if (strip && !strip.hidden) {
  // A write that was told at once with the opening of the line is not asked for twice.
  onWrites(() => void show());
  strip.addEventListener("click", (event) => {
    const id = event.target instanceof HTMLElement ? event.target.dataset["see"] : undefined;
    if (id) void ask("alert/see", { id }, newKey()).then(show);
  });
}
