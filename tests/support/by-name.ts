/**
 * Controls found by the name and role that a screen reader says, as Chromium itself computes them: `::-p-said([name="Save"][role="button"])`. Asked of
 * the few elements that could have the name; the browser's whole accessibility tree, kept up to date, would take a third of the tests' time.
 */
import { Puppeteer } from "puppeteer-core";

/** Chromium tells computed names to pages that are started with this. */
export const TELLS_NAMES = "--enable-blink-features=ComputedAccessibilityInfo";

Puppeteer.registerCustomQueryHandler("said", {
  queryAll: (root, selector) => {
    const name = /\[name=(["'])(.*?)\1\]/s.exec(selector)?.[2] ?? "";
    const role = /\[role=(["'])(.*?)\1\]/.exec(selector)?.[2];
    const firstWord = name.split(" ")[0] ?? "";
    const plain = (words: string | null | undefined): string => (words ?? "").replaceAll(/\s+/g, " ").trim();
    const fields = "input, select, textarea, [role=textbox], [role=combobox]";
    const mayBe: Readonly<Record<string, string>> = {
      button: "button, [role=button], summary, input[type=submit]",
      link: "a[href]",
      radio: "input[type=radio]",
      textbox: "input, textarea, [role=textbox]",
      combobox: "select, input, [role=combobox]",
    };
    const everything = `button, a[href], summary, [role], [aria-label], [aria-labelledby], ${fields}`;
    const all = (root as Element).querySelectorAll(role ? (mayBe[role] ?? everything) : everything);
    return [...all].filter((element) => {
      const labels = (element as HTMLInputElement).labels ?? [];
      const sources = [
        element.getAttribute("aria-label"),
        element.getAttribute("title"),
        element.textContent,
        ...[...labels].map((label) => label.textContent),
        ...(element.getAttribute("aria-labelledby") ?? "").split(" ").map((id) => id && document.getElementById(id)?.textContent),
      ];
      if (!plain(sources.join(" ")).includes(firstWord)) return false;
      const told = element as unknown as { computedName: string; computedRole: string };
      return plain(told.computedName) === name && (!role || told.computedRole === role);
    });
  },
});
