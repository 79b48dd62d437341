/** Photos and clips of a session: what it may show is the work of the card and what was scored. */
import { TakeMedia } from "#ui/media/TakeMedia.tsx";
import type { Part } from "./part.ts";

export function CardMedia({ view, draft, me }: Part & { readonly me: string }) {
  const skills = [...new Set([...view.work.items, ...draft.scores].map(({ skill }) => skill))];
  return <TakeMedia me={me} stay={view.stay} horse={view.horse} day={view.card.day} card={view.card.id} skills={skills} />;
}
