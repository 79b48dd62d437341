/** The manager's own words on a block, in a rich-text editor that knows paragraphs, lists, bold and italic. */
import { EditorContent, useEditor, useEditorState } from "@tiptap/react";
import StarterKit from "@tiptap/starter-kit";
import type { Passage } from "#core/report/assemble.ts";
import { Button } from "#ui/kit/parts.tsx";
import { docOf, proseOf } from "./prose.ts";

const KIT = StarterKit.configure({
  blockquote: false,
  code: false,
  codeBlock: false,
  heading: false,
  horizontalRule: false,
  link: false,
  orderedList: false,
  strike: false,
  underline: false,
});

export function ProseEditor({
  label,
  prose,
  onChange,
}: {
  label: string;
  prose: readonly Passage[];
  onChange(prose: readonly Passage[]): void;
}) {
  const editor = useEditor({
    extensions: [KIT],
    content: docOf(prose),
    immediatelyRender: false,
    injectCSS: false,
    editorProps: {
      attributes: {
        "aria-label": label,
        "aria-multiline": "true",
        role: "textbox",
        class: "min-h-16 rounded border border-edge bg-paper px-2 py-1 whitespace-pre-wrap [&_ul]:list-disc [&_ul]:pl-5",
      },
    },
    onUpdate: ({ editor: now }) => onChange(proseOf(now.getJSON())),
  });
  const on = useEditorState({
    editor,
    selector: ({ editor: now }) => ({
      bold: now?.isActive("bold") ?? false,
      italic: now?.isActive("italic") ?? false,
      list: now?.isActive("bulletList") ?? false,
    }),
  });
  return (
    <div className="grid gap-1">
      <div className="flex gap-1" role="toolbar" aria-label={`${label}: how it is set`}>
        <Button aria-pressed={on?.bold ?? false} onClick={() => editor?.chain().focus().toggleBold().run()}>
          Bold
        </Button>
        <Button aria-pressed={on?.italic ?? false} onClick={() => editor?.chain().focus().toggleItalic().run()}>
          Italic
        </Button>
        <Button aria-pressed={on?.list ?? false} onClick={() => editor?.chain().focus().toggleBulletList().run()}>
          List
        </Button>
      </div>
      <EditorContent editor={editor} />
    </div>
  );
}
