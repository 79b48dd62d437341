/** Between what the rich-text editor holds and what is kept: paragraphs and list items, bold and italic, and nothing else. */
import type { JSONContent } from "@tiptap/react";
import type { Passage } from "#core/report/assemble.ts";

const runsOf = (node: JSONContent): Passage["runs"] =>
  (node.content ?? []).flatMap((one) => {
    if (one.type === "hardBreak") return [{ text: "\n", bold: false, italic: false }];
    const marks = (one.marks ?? []).map(({ type }) => type);
    return one.text ? [{ text: one.text, bold: marks.includes("bold"), italic: marks.includes("italic") }] : [];
  });
function passagesOf(node: JSONContent, kind: Passage["kind"]): readonly Passage[] {
  if (node.type === "paragraph") {
    const runs = runsOf(node);
    return runs.length > 0 ? [{ kind, runs }] : [];
  }
  return (node.content ?? []).flatMap((one) => passagesOf(one, node.type === "listItem" ? "li" : kind));
}
export const proseOf = (doc: JSONContent): readonly Passage[] => passagesOf(doc, "p");

const paragraph = ({ runs }: Passage): JSONContent => ({
  type: "paragraph",
  content: runs.flatMap(({ text, bold, italic }) =>
    text === ""
      ? []
      : [{ type: "text", text, marks: [...(bold ? [{ type: "bold" }] : []), ...(italic ? [{ type: "italic" }] : [])] }],
  ),
});
export function docOf(prose: readonly Passage[]): JSONContent {
  const content: JSONContent[] = [];
  for (const passage of prose) {
    if (passage.kind === "p") {
      content.push(paragraph(passage));
      continue;
    }
    const item: JSONContent = { type: "listItem", content: [paragraph(passage)] };
    const last = content.at(-1);
    if (last?.type === "bulletList") last.content?.push(item);
    else content.push({ type: "bulletList", content: [item] });
  }
  return { type: "doc", content: content.length > 0 ? content : [{ type: "paragraph" }] };
}
