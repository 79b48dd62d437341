/** Photos of a report: added with a caption, taken out. What is approved keeps those that it had. */
import { useState } from "react";
import type { ReportView } from "#contracts/views.report.ts";
import { Button, INPUT, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { sayMedia } from "#ui/media/Gallery.tsx";
import { Shot } from "#ui/media/Shot.tsx";

const asBase64 = async (file: File): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result).split(",")[1] ?? "");
    reader.onerror = () => reject(reader.error);
    reader.readAsDataURL(file);
  });

export function Photos({
  which,
  photos,
  media,
  onChange,
}: {
  which: Pick<ReportView, "stay" | "kind" | "ordinal">;
  photos: ReportView["content"]["photos"];
  /** Of the record, to be chosen from. */
  media: ReportView["media"];
  onChange(photos: ReportView["content"]["photos"]): void;
}) {
  const [caption, setCaption] = useState("");
  const { busy, problem, send } = useCommand();
  const add = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    const answer = await send<{ photo: ReportView["content"]["photos"][number] }>("report/add-photo", {
      ...which,
      caption,
      content: await asBase64(file),
    });
    if (!answer.ok) return;
    onChange([...photos, answer.value.photo]);
    setCaption("");
  };
  const take = async (id: string, words: string): Promise<void> => {
    const answer = await send<{ photo: ReportView["content"]["photos"][number] }>("report/take-media", {
      ...which,
      media: id,
      caption: words,
    });
    if (answer.ok) onChange([...photos, answer.value.photo]);
  };
  const remove = async (id: string): Promise<void> => {
    if ((await send("report/remove-photo", { ...which, photo: id })).ok) onChange(photos.filter((photo) => photo.id !== id));
  };
  return (
    <div className="border-t border-line pt-2">
      <h3>Photos</h3>
      <ul className="flex flex-wrap gap-3">
        {photos.map(({ id, caption: said, of = null }) => (
          <li key={id} className="grid gap-1">
            <Shot
              src={`/api/report-photo/${id}`}
              type={of?.type ?? "image/jpeg"}
              words={said || "Photo without a caption"}
              tall="h-24"
            />
            <span className="max-w-40 text-sm">{said}</span>
            <Button disabled={busy} onClick={() => void remove(id)}>
              Take it out
            </Button>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap items-end gap-2">
        <label className="sign text-dim">
          Caption
          <input
            className={`${INPUT} w-72 font-sans text-ink`}
            maxLength={200}
            value={caption}
            onChange={(event) => setCaption(event.target.value)}
          />
        </label>
        <label className="sign text-dim">
          Add a photo
          <input
            type="file"
            accept="image/jpeg,image/png,image/webp"
            className={`${INPUT} font-sans text-ink`}
            disabled={busy}
            onChange={(event) => {
              void add(event.target.files?.[0]);
              event.target.value = "";
            }}
          />
        </label>
      </div>
      {media.length > 0 && (
        <details className="pt-2">
          <summary className="sign cursor-pointer text-slate">From the record ({media.length})</summary>
          <ul className="flex flex-wrap gap-3 pt-2">
            {media.map((one) => (
              <li key={one.id} className="grid max-w-48 content-start gap-1">
                <Shot src={`/api/media-file/${one.id}`} type={one.type} words={sayMedia(one)} tall="h-24" />
                <span className="text-sm">{sayMedia(one)}</span>
                <Button disabled={busy} aria-label={`Put it in: ${sayMedia(one)}`} onClick={() => void take(one.id, one.words)}>
                  Put it in
                </Button>
              </li>
            ))}
          </ul>
        </details>
      )}
      <Trouble problem={problem} />
    </div>
  );
}
