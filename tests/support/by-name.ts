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
    // A computed name takes longer than all else here: it is asked of those alone that can have it.
    const letters = (words: string | null | undefined): string => (words ?? "").replaceAll(/\s+/g, "");
    const wanted = letters(name);
    const mayHaveIt = (element: Element): boolean => {
      const given = element.getAttribute("aria-label");
      if (given !== null) return plain(given) === name;
      const labels = [...((element as HTMLInputElement).labels ?? [])];
      const by = element.getAttribute("aria-labelledby")?.split(" ") ?? [];
      const others = [...labels, ...by.map((id) => document.getElementById(id))].map((other) => other?.textContent);
      if ([element.getAttribute("title"), ...others].some((words) => letters(words).includes(wanted))) return true;
      // What is drawn or hidden inside it says more or less than its text.
      if (element.querySelector("[aria-label], [aria-hidden], [alt], svg")) return plain(element.textContent).includes(firstWord);
      return letters(element.textContent) === wanted;
    };
    return [...all].filter((element) => {
      if (!mayHaveIt(element)) return false;
      const told = element as unknown as { computedName: string; computedRole: string };
      return plain(told.computedName) === name && (!role || told.computedRole === role);
    });
  },
});
