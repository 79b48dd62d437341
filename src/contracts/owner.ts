/** What passes between the barn and an owner: letters, and the secret address of the owner's page. */
import { z } from "zod/mini";
import { date, id, said, words } from "./fields.ts";

export const MESSAGE_STATES = ["waiting", "sent", "failed"] as const;
export type MessageState = (typeof MESSAGE_STATES)[number];

/** A letter in the manager's own words. `about` tells it from the next one: the same is sent once. */
export const WriteOwner = z.object({
  stay: id<"stay">(),
  about: words(120),
  subject: said("The subject", 150),
  body: said("The letter", 6000),
});
export type WriteOwner = z.output<typeof WriteOwner>;

export const RetryMessage = z.object({ id: id<"message">() });
export type RetryMessage = z.output<typeof RetryMessage>;

/** A new address; the old one opens no more. */
export const MakeLink = z.object({ stay: id<"stay">(), until: date });
export type MakeLink = z.output<typeof MakeLink>;
export const DropLink = z.object({ stay: id<"stay">() });
export type DropLink = z.output<typeof DropLink>;
