/** One photo, or one clip that plays when it is asked to. */
import { isClip, type MediaType } from "#contracts/media.ts";

interface Props {
  readonly src: string;
  readonly type: MediaType;
  /** What it shows. */
  readonly words: string;
  /** Its height on the page. */
  readonly tall: "h-24" | "h-36";
}
export function Shot({ src, type, words, tall }: Props) {
  return isClip(type) ? (
    // biome-ignore lint/a11y/useMediaCaption: a clip of a horse has no words to caption; what it shows stands below
    <video controls preload="none" src={src} aria-label={words} className={`${tall} w-56 max-w-full bg-ink`} />
  ) : (
    <img src={src} alt={words} loading="lazy" className={`${tall} w-auto max-w-full`} />
  );
}
