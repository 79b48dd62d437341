/**
 * The barn's ladder, where words are put on a page or a form is checked: on the server the one that was read last (a process serves one barn), in the browser
 * the one that the page brought along. The core is never asked so: it is handed its ladder.
 */
import { must } from "#core/kernel/assert.ts";
import { type Ladder, ladderFrom } from "#core/ladder/ladder.ts";
import { ofPage } from "./ladder.page.ts";

export const LADDER_ELEMENT = "barn-ladder";
let known: Ladder | null = null;
export const ladderIs = (ladder: Ladder): void => {
  known = ladder;
};
export const isLadderKnown = (): boolean => known !== null;

let onPage: { readonly element: Element; readonly ladder: Ladder } | null = null;
function fromPage(): Ladder {
  const element = must(
    typeof document === "undefined" ? null : document.getElementById(LADDER_ELEMENT),
    "the ladder was read, or the page brings it",
  );
  if (onPage?.element !== element) onPage = { element, ladder: ladderFrom(ofPage(element.textContent ?? "")) };
  return onPage.ladder;
}
export const here = (): Ladder => known ?? fromPage();
