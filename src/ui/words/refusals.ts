import type { Refusal } from "#contracts/refusal.ts";
import { skillOf } from "#core/ladder/skills.ts";
import { NOBODY_NAMED, sayBlocker } from "./blockers.ts";
import { inner, listed, plural } from "./figures.ts";
import { sayGateReason } from "./gate.ts";

/** What a refusal says to a person: what is wrong, and what to do. */
export function sayRefusal(refusal: Refusal): string {
  switch (refusal.code) {
    case "not-found":
      return "This is not there any more. Reload the page.";
    case "not-allowed":
      return "Only the manager or the card's own rider may do this.";
    case "changed-meanwhile":
      return "Somebody else saved this while you were writing. Compare the two and save again; yours is still here.";
    case "request-key-used":
      return "This request was already used for something else. Reload the page and try again.";
    case "sign-in-taken":
      return "This sign-in name is taken. Choose another.";
    case "last-manager":
      return "The barn needs one manager at least. Make somebody else manager first.";
    case "retired":
      return "This person is retired.";
    case "wrong-password":
      return "Name and password do not go together. Try again, or ask the manager for a new password.";
    case "too-many-tries":
      return `Too many tries. Wait ${plural(refusal.waitMinutes, "minute")}, then try again.`;
    case "hold-overlaps":
      return "The horse is on hold already on some of these days. End that hold first, or choose other days.";
    case "before-arrival":
      return "The day lies before the beginning. Choose a later day.";
    case "in-the-future":
      return "This day has not come yet.";
    case "gone-home":
      return "The horse has gone home; its stay is closed.";
    case "same-horse":
      return "Choose another horse: these are one and the same.";
    case "open-cards":
      return `${plural(refusal.cards, "card is", "cards are")} still open. Close or cancel them before the horse goes home.`;
    case "evaluation-open":
      return "An evaluation of this horse is open already. Go on with that one.";
    case "evaluation-closed":
      return "This evaluation is closed and stays as it is. Begin a new one.";
    case "nothing-seen":
      return "Nothing was scored or seen yet. Score at least one rung, or stop the walk with a reason.";
    case "stop-without-reason":
      return "Say why the walk stopped here.";
    case "saddle-shut":
      return `Scores under saddle need the ground first, or a reason. Not yet at 3 on the weaker side: ${inner(listed(refusal.skills.map((id) => skillOf(id).words.toLowerCase())))}.`;
    case "day-over":
      return "This day is over; its sheet stays as it is.";
    case "not-in-term":
      return "The horse is not here in training on this day.";
    case "already-placed":
      return "The horse is on this day's sheet already. Move that card instead.";
    case "card-closed":
      return "This card is closed or cancelled.";
    case "not-handed-out":
      return "This card has not been handed out yet.";
    case "nothing-placed":
      return "Nothing new is placed on this day. Place a horse first.";
    case "blocked":
      return refusal.blockers.map((blocker) => sayBlocker(blocker, NOBODY_NAMED)).join(" ");
    case "gate-not-open":
      return `The gate is not open for riding: ${inner(refusal.reasons.map(sayGateReason).join(" "))} ${
        refusal.overridable
          ? "A manager, or a rider of grade 4 or 5, may override it with a reason."
          : "Log the ground minutes only; nobody may override this."
      }`;
    case "not-evaluated":
      return "The horse has not been evaluated yet.";
    case "nothing-to-report":
      return "There is no evaluation and no session to report on yet.";
  }
}
