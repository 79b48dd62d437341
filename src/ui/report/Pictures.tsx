/** Photos and clips of a report: two of the same skill and side stand side by side, the earlier first. */
import { here } from "#contracts/ladder.here.ts";
import { isClip } from "#contracts/media.ts";
import type { PhotoView } from "#contracts/views.report.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import { groupBy } from "#core/kernel/group.ts";

interface Props {
  readonly photos: readonly PhotoView[];
  readonly horse: string;
  photo(id: string): string;
}

function Picture({ one, horse, photo, label }: { one: PhotoView; horse: string; photo: Props["photo"]; label: string }) {
  const { id, caption, width, height, of = null } = one;
  const words = [label, caption].filter((part) => part !== "").join(" ");
  if (of && isClip(of.type))
    return (
      <figure className="break-inside-avoid pt-4">
        {/* biome-ignore lint/a11y/useMediaCaption: a clip of a horse has no words to caption; what it shows stands below */}
        <video controls preload="metadata" src={photo(id)} aria-label={words || horse} className="max-h-96 w-full print:hidden" />
        <figcaption className="text-sm text-dim">
          {words}
          <span className="hidden print:inline"> (a clip: it plays on your page)</span>
        </figcaption>
      </figure>
    );
  return (
    <figure className="break-inside-avoid pt-4">
      <img
        src={photo(id)}
        alt={words || horse}
        width={width}
        height={height}
        className="h-auto max-h-[120mm] w-auto max-w-full"
      />
      <figcaption className="text-sm text-dim">{words}</figcaption>
    </figure>
  );
}

export function Pictures({ photos, horse, photo }: Props) {
  const sets = [...groupBy(photos, ({ id, of = null }) => (of?.skill ? `${of.skill} ${of.side}` : id)).values()];
  return sets.map((set) => {
    const [first] = set;
    if (!first) return null;
    if (set.length === 1) return <Picture key={first.id} one={first} horse={horse} photo={photo} label="" />;
    const ordered = [...set].sort((a, b) => (a.of?.day ?? "").localeCompare(b.of?.day ?? ""));
    const shows = first.of?.skill ? here().of(first.of.skill).words : "";
    return (
      <div key={first.id} className="break-inside-avoid pt-4">
        <h3>{shows}</h3>
        <div className="grid grid-cols-2 gap-4">
          {ordered.map((one, i) => (
            <Picture
              key={one.id}
              one={one}
              horse={horse}
              photo={photo}
              label={`${i === 0 ? "Before" : i === ordered.length - 1 ? "Now" : "Then"}${one.of ? `, ${sayDate(one.of.day)}.` : "."}`}
            />
          ))}
        </div>
      </div>
    );
  });
}
