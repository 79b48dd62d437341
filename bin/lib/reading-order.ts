/** The order in which a screen reader tells a page: its landmarks, headings and what can be pressed, as text. */
import type { Page, SerializedAXNode } from "puppeteer-core";

const TOLD = new Set([
  "banner",
  "navigation",
  "main",
  "region",
  "search",
  "form",
  "heading",
  "button",
  "link",
  "textbox",
  "searchbox",
  "combobox",
  "checkbox",
  "image",
  "status",
  "alert",
  "table",
  "list",
]);
const CONTAINERS = new Set(["banner", "navigation", "main", "region", "search", "form", "table", "list"]);
/** Of more in a row that are alike, only these are told. */
const ALIKE = 3;
const LONGEST = 110;

/** One line a thing, indented by what it stands in. */
export async function readingOrder(page: Page): Promise<readonly string[]> {
  const lines: { depth: number; role: string; text: string }[] = [];
  const walk = ({ role, name = "", children = [] }: SerializedAXNode, depth: number): void => {
    const isTold = TOLD.has(role) && (name !== "" || CONTAINERS.has(role));
    if (isTold)
      lines.push({
        depth,
        role,
        text: name === "" ? role : `${role} “${name.length > LONGEST ? `${name.slice(0, LONGEST)} …` : name}”`,
      });
    for (const child of children) walk(child, isTold && CONTAINERS.has(role) ? depth + 1 : depth);
  };
  const tree = await page.accessibility.snapshot({ includeIframes: false });
  if (tree) walk(tree, 0);
  const out: string[] = [];
  for (let i = 0; i < lines.length; ) {
    const first = lines[i];
    if (!first) break;
    let end = i;
    while (lines[end]?.role === first.role && lines[end]?.depth === first.depth) end += 1;
    const run = lines.slice(i, end);
    for (const { depth, text } of run.slice(0, ALIKE)) out.push(`${"  ".repeat(depth)}- ${text}`);
    if (run.length > ALIKE) out.push(`${"  ".repeat(first.depth)}- … ${run.length - ALIKE} more: ${first.role}`);
    i = end;
  }
  return out;
}
