/** Photos and clips of a stay, the newest first; the manager takes them off. */
import { useState } from "react";
import { here } from "#contracts/ladder.here.ts";
import type { MediaView } from "#contracts/media.ts";
import { type LocalDate, sayDate } from "#core/calendar/local-date.ts";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useCommand } from "#ui/kit/use-command.ts";
import { inner } from "#ui/words/figures.ts";
import { Shot } from "./Shot.tsx";

export const sayMedia = ({
  day,
  skill,
  side,
  words,
  by,
}: Pick<MediaView, "day" | "skill" | "side" | "words"> & { by?: string }): string =>
  [
    sayDate(day as LocalDate),
    ...(skill === null ? [] : [`${inner(here().of(skill).words)}${side === "both" ? "" : ` ${side}`}`]),
    ...(words === "" ? [] : [`“${words}”`]),
    ...(by ? [by] : []),
  ].join(" · ");

export function Gallery({ media: all, mayRemove }: { media: readonly MediaView[]; mayRemove: boolean }) {
  useAwake();
  const [media, setMedia] = useState(all);
  const { busy, problem, send } = useCommand();
  if (media.length === 0) return null;
  return (
    <section aria-labelledby="gallery-title" className="pt-5">
      <h2 id="gallery-title">Photos and clips</h2>
      <ul className="flex flex-wrap gap-4">
        {media.map((one) => (
          <li key={one.id} className="grid max-w-56 content-start gap-1">
            <Shot src={`/api/media-file/${one.id}`} type={one.type} words={sayMedia(one)} tall="h-36" />
            <span className="text-sm">{sayMedia(one)}</span>
            {mayRemove && (
              <Button
                className="justify-self-start"
                disabled={busy}
                aria-label={`Remove: ${sayMedia(one)}`}
                onClick={async () => {
                  if ((await send("media/remove", { id: one.id })).ok) setMedia(media.filter(({ id }) => id !== one.id));
                }}
              >
                Remove
              </Button>
            )}
          </li>
        ))}
      </ul>
      <Trouble problem={problem} />
    </section>
  );
}
