import { type ChangeEvent, useRef, useState } from "react";
import { FILE_TYPES } from "#contracts/check.ts";
import { FILE_LIMIT } from "#contracts/fields.ts";
import type { CheckView } from "#contracts/views.check.ts";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";

const size = (bytes: number): string =>
  bytes < 1024 * 1024 ? `${Math.ceil(bytes / 1024)} kB` : `${(bytes / 1024 / 1024).toFixed(1)} MB`;

const base64Of = (file: File): Promise<string> =>
  new Promise((done, fail) => {
    const reader = new FileReader();
    reader.onerror = () => fail(reader.error ?? new Error("unreadable"));
    reader.onload = () => done(String(reader.result).replace(/^[^,]*,/, ""));
    reader.readAsDataURL(file);
  });

/** Photos and PDFs on a check: what the dentist wrote, what the farrier showed. */
export function Files({ check, mayWrite }: { check: CheckView; mayWrite: boolean }) {
  const input = useRef<HTMLInputElement>(null);
  const { busy, problem, send } = useCommand();
  const [refused, setRefused] = useState("");
  const attach = async (event: ChangeEvent<HTMLInputElement>): Promise<void> => {
    const file = event.target.files?.[0];
    if (!file) return;
    if (file.size > FILE_LIMIT) {
      setRefused(
        `“${file.name}” has ${size(file.size)}; the limit is ${size(FILE_LIMIT)}. Make the photo smaller, or send fewer pages.`,
      );
      return;
    }
    setRefused("");
    const content = await base64Of(file).catch(() => "");
    if ((await send("check/attach", { id: check.id, name: file.name.slice(0, 160), content })).ok) location.reload();
    else if (input.current) input.current.value = "";
  };
  return (
    <div className="flex flex-wrap items-center gap-2">
      {check.files.map((file) => (
        <span key={file.id} className="flex items-center gap-1 border border-line px-2">
          <a href={`/api/check-file/${file.id}`} target="_blank" rel="noreferrer">
            {file.name}
          </a>{" "}
          <span className="text-sm text-dim">{size(file.bytes)}</span>
          {mayWrite && (
            <button
              type="button"
              className="min-h-9 px-2 text-oxblood"
              disabled={busy}
              aria-label={`Remove ${file.name}`}
              onClick={() => void send("check/remove-file", { file: file.id }).then((answer) => answer.ok && location.reload())}
            >
              ×
            </button>
          )}
        </span>
      ))}
      {mayWrite && (
        <>
          <input
            ref={input}
            type="file"
            className="sr-only"
            tabIndex={-1}
            aria-label="Photo or PDF to attach"
            accept={FILE_TYPES.join(",")}
            onChange={(event) => void attach(event)}
          />
          <Button disabled={busy} onClick={() => input.current?.click()}>
            {busy ? "Sending…" : "Attach a photo or PDF"}
          </Button>
        </>
      )}
      {refused && (
        <p role="alert" className="text-oxblood">
          {refused}
        </p>
      )}
      <Trouble problem={problem} />
    </div>
  );
}
