/** Photos and short clips from the phone. */
import { z } from "zod/mini";
import { date, id, side, skill, words } from "./fields.ts";

export const MEDIA_TYPES = ["image/jpeg", "video/mp4", "video/quicktime", "video/webm"] as const;
export type MediaType = (typeof MEDIA_TYPES)[number];
export const isClip = (type: MediaType): boolean => type !== "image/jpeg";
/** Of a clip: bytes before it is encoded, and seconds. */
export const CLIP_BYTES = 15 * 1024 * 1024;
export const CLIP_SECONDS = 20;

/** The phone names it: sent twice it is kept once. */
export const AddMedia = z.object({
  id: id<"media">(),
  stay: id<"stay">(),
  card: z.nullable(id<"card">()),
  evaluation: z.nullable(id<"evaluation">()),
  day: date,
  skill: z.nullable(skill),
  side,
  words: words(200),
  content: z
    .string("A photo or a clip.")
    .check(
      z.minLength(1, "The file is empty: take it again."),
      z.maxLength(Math.ceil(CLIP_BYTES / 3) * 4, "At most 15 MB: make the clip shorter."),
      z.regex(/^[A-Za-z0-9+/]+={0,2}$/, "The file did not arrive complete. Send it again."),
    ),
});
export type AddMedia = z.output<typeof AddMedia>;
export const RemoveMedia = z.object({ id: id<"media">() });
export type RemoveMedia = z.output<typeof RemoveMedia>;

export interface MediaView {
  readonly id: string;
  readonly day: string;
  readonly type: MediaType;
  readonly skill: string | null;
  readonly side: "both" | "left" | "right";
  readonly words: string;
  readonly by: string;
  readonly width: number | null;
  readonly height: number | null;
}
