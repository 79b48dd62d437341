/**
 * The barn's ladder, where words are put on a page or a form is checked: on the server the one of the barn that is asked for, as it was read last, in the browser
 * the one that the page brought along. The core is never asked so: it is handed its ladder.
 */
import { must } from "#core/kernel/assert.ts";
import { type Ladder, ladderFrom } from "#core/ladder/ladder.ts";
import { ofPage } from "./ladder.page.ts";

export const LADDER_ELEMENT = "barn-ladder";
export interface LadderSlot {
  ladder: Ladder | null;
}
const only: LadderSlot = { ladder: null };
let slot = (): LadderSlot => only;
/** A server of several barns keeps the ladder of each by itself. */
export const keepLaddersIn = (find: () => LadderSlot): void => {
  slot = find;
};
export const ladderIs = (ladder: Ladder): void => {
  slot().ladder = ladder;
};
export const isLadderKnown = (): boolean => slot().ladder !== null;

let onPage: { readonly element: Element; readonly ladder: Ladder } | null = null;
function fromPage(): Ladder {
  const element = must(
    typeof document === "undefined" ? null : document.getElementById(LADDER_ELEMENT),
    "the ladder was read, or the page brings it",
  );
  if (onPage?.element !== element) onPage = { element, ladder: ladderFrom(ofPage(element.textContent ?? "")) };
  return onPage.ladder;
}
export const here = (): Ladder => slot().ladder ?? fromPage();
