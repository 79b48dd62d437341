import { here } from "#contracts/ladder.here.ts";
import type { Refusal } from "#contracts/refusal.ts";
import type { InstrumentFault } from "#core/intake/instrument.ts";
import type { EditFault } from "#core/ladder/faults.ts";
import { TAGS } from "#core/ladder/tags.ts";
import { NOBODY_NAMED, sayBlocker } from "./blockers.ts";
import { inner, listed, plural } from "./figures.ts";
import { sayReason } from "./reasons.ts";
import { t } from "./speak.ts";

function sayFault(fault: InstrumentFault): string {
  switch (fault.code) {
    case "no-rungs":
      return "An evaluation needs at least one step.";
    case "rung-twice":
      return "A step is in the evaluation twice. Remove one.";
    case "skill-twice":
      return `“${here().of(fault.skill).words}” is in two steps, “${fault.rungs[0]}” and “${fault.rungs[1]}”. Remove one.`;
    case "saddle-too-soon":
      return `Before riding, the evaluation must cover: ${inner(listed(fault.skills.map((id) => here().of(id).words.toLowerCase())))}.`;
    case "ridden-before-saddle":
      return `“${here().of(fault.skill).words}” is ridden. Move it from “${fault.rung}” to the step under saddle.`;
  }
}

const named = (id: string): string => `“${here().find(id) ? here().of(id).words : id}”`;
/** What keeps an edited ladder from being one. */
export function sayLadderFault(fault: EditFault): string {
  switch (fault.kind) {
    case "cycle":
      return `These skills need each other in a circle: ${fault.skills.map(named).join(", ")}. Remove one of the links.`;
    case "unknown-prerequisite":
      return `${named(fault.skill)} needs a skill that is not on the ladder: ${fault.names}.`;
    case "orphan":
      return `${named(fault.skill)} needs ${named(fault.names)}, which is not used here. Use that skill, or remove the link.`;
    case "no-ground":
      return `${named(fault.skill)} is ridden but needs nothing on the ground first. Say what comes before it.`;
    case "no-branch":
      return `${named(fault.skill)} is in a branch that is not on the ladder: ${fault.names}. Choose another.`;
    case "twice":
      return `${named(fault.skill)} is on the ladder twice. Remove one.`;
    case "name-twice":
      return `Two skills are called “${fault.words}”: give one of them another name.`;
    case "never-without":
      return `No horse is ridden without this: ${inner(TAGS[fault.tag])}. Keep a skill in use for it.`;
  }
}

/** What a refusal says to a person: what is wrong, and what to do. */
export function sayRefusal(refusal: Refusal): string {
  switch (refusal.code) {
    case "not-found":
      return t("This no longer exists. Reload the page.");
    case "step-circle":
      return "A skill cannot need itself, or one that comes after it. Remove that skill from the list.";
    case "method-in-use":
      return "A horse here uses the method you removed. Keep it, and stop offering it instead.";
    case "last-method":
      return "Offer at least one method for new stays.";
    case "not-allowed":
      return t("Only the manager or the card's own rider may do this.");
    case "changed-meanwhile":
      return "Somebody else changed this while you were typing. Your text is still here: compare and save again.";
    case "request-key-used":
      return t("This page is out of date. Reload it and try again.");
    case "sign-in-taken":
      return "This sign-in name is taken. Choose another.";
    case "last-manager":
      return "The barn needs at least one manager. Make somebody else manager first.";
    case "retired":
      return "This person no longer works here.";
    case "wrong-password":
      return "That name and password don't match. Try again, or ask the manager for a new password.";
    case "too-many-tries":
      return `Too many tries. Wait ${refusal.waitSeconds < 60 ? plural(refusal.waitSeconds, "second") : plural(Math.ceil(refusal.waitSeconds / 60), "minute")}, then try again.`;
    case "busy":
      return "Many people are signing in right now. Wait a few seconds, then try again.";
    case "other-language":
      return "You read the phone in English. Turn on Spanish under “My sign-in” first, and read it through.";
    case "phrase-names":
      return refusal.names.length === 0
        ? "This phrase brings in nothing: leave out the words in braces."
        : `Keep these in the phrase, spelled as they are: ${refusal.names.join(", ")}.`;
    case "wrong-code":
      return "This code is wrong, expired or already used. Type the one your app shows now.";
    case "code-too-late":
      return "The code was late, or wrong too often. Sign in again from the start.";
    case "not-begun":
      return "The term starts today or later, so no sessions are done yet. Type 0, or an earlier first day.";
    case "begun-already":
      return "This barn is already set up. Sign in.";
    case "weak-password":
      return "This password is easy to guess: it is common, a pattern, or made from a name. Use a short sentence of your own.";
    case "confirm-password":
      return t("Type your password again for this.");
    case "hold-overlaps":
      return "The horse is already on hold on some of these days. End that hold first, or choose other days.";
    case "tape-slipped":
      return "These two don't give a horse's weight. Measure again.";
    case "before-arrival":
      return "That day is before the start. Choose a later day.";
    case "in-the-future":
      return t("This day is in the future.");
    case "gone-home":
      return "This horse has gone home. The stay is closed.";
    case "here-already":
      return "This horse already has a stay on those days. Change that stay, or choose another first day.";
    case "rows-faulty":
      return `${plural(refusal.rows, "row")} can't be imported. Fix the file, or import only the good rows.`;
    case "still-here":
      return "This client still has a horse here. Send the horse home first: until then somebody must be reachable.";
    case "forgotten-already":
      return "This client's data is already removed. Reload the page.";
    case "undo-too-late":
      return "This import is more than a week old. Correct mistakes on each horse or person instead.";
    case "undone-already":
      return "This import is already undone. Reload the page.";
    case "changed-since":
      return `Something was added since for ${inner(listed(refusal.names))}. Remove that first, or keep the import.`;
    case "stopped":
      return "Stopped. Nothing was imported.";
    case "same-horse":
      return "Choose another horse: these are the same.";
    case "open-cards":
      return `${plural(refusal.cards, "card is", "cards are")} still open. Close or cancel them before the horse goes home.`;
    case "evaluation-open":
      return "This horse already has an open evaluation. Continue that one.";
    case "evaluation-closed":
      return "This evaluation is closed. Start a new one.";
    case "nothing-seen":
      return "Nothing is scored yet. Score at least one step, or stop with a reason.";
    case "stop-without-reason":
      return "Say why the evaluation stopped here.";
    case "saddle-shut":
      return `Do the ground work first, or give a reason to ride. Below 3 on the weaker side: ${inner(listed(refusal.skills.map((id) => here().of(id).words.toLowerCase())))}.`;
    case "not-in-walk":
      return "This evaluation does not have that step or skill. Reload the page.";
    case "walk-faulty":
      return sayFault(refusal.fault);
    case "ladder-faulty":
      return sayLadderFault(refusal.fault);
    case "meaning-changed":
      return `${named(refusal.skill)} has scores already. Changing its sides, or whether it is ridden, makes it another skill: add a new one.`;
    case "check-open":
      return "This check is already open. Change it, or close it first.";
    case "check-ended":
      return "This check is done or cancelled. Order a new one.";
    case "clip-too-long":
      return t("At most {seconds} seconds: cut the clip, or take a shorter one.", { seconds: refusal.seconds });
    case "space-full":
      return t(
        "The {limitMb} MB for photos and clips are full. It stays on this phone. Remove old ones, or raise the limit under Barn, then try again.",
        { limitMb: refusal.limitMb },
      );
    case "file-type":
      return t("Attach a photo (JPEG, PNG, WebP) or a PDF. We can't read this file.");
    case "too-many-files":
      return `At most ${refusal.limit} files on one check. Remove one first.`;
    case "trial-running":
      return "This tack trial is already running. End it first.";
    case "trial-ended":
      return "This trial has ended already.";
    case "place-taken":
      return "Another place has this name. Choose another name.";
    case "last-place":
      return "The barn needs at least one place in use.";
    case "place-in-use":
      return `${plural(refusal.cards, "card")} from today on ${refusal.cards === 1 ? "is" : "are"} still there. Move them to another place first.`;
    case "no-address":
      return "The owner has no e-mail address. Add it under Contract and holds, then send again.";
    case "hears-already":
      return "Somebody with this address already gets messages about this horse.";
    case "written-already":
      return refusal.path === "issue"
        ? "This question is already answered."
        : "The owner already got a message about this today.";
    case "day-over":
      return t("This day is over and can't be changed.");
    case "not-in-term":
      return "This horse is not in training on that day.";
    case "already-placed":
      return t("This horse already has a card on that day. Move that card instead.");
    case "card-closed":
      return t("This card is closed or cancelled.");
    case "too-short":
      return "The first half must be shorter than the whole session.";
    case "already-split":
      return "This session is already split.";
    case "no-second-spot":
      return "No rider is free two hours after the first half. Start earlier or move another horse.";
    case "not-handed-out":
      return t("This card has not been handed out yet.");
    case "nothing-placed":
      return "There is nothing new to hand out. Add a horse first.";
    case "blocked":
      return refusal.blockers.map((blocker) => sayBlocker(blocker, NOBODY_NAMED)).join(" ");
    case "gate-not-open":
      return t("Do not ride: {reasons}", { reasons: inner(refusal.reasons.map((reason) => sayReason(reason)).join(" ")) });
    case "not-evaluated":
      return "This horse has not been evaluated yet.";
    case "nothing-to-report":
      return "There is no evaluation and no session to report on yet.";
  }
}
