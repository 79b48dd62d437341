import { here } from "#contracts/ladder.here.ts";
import type { Refusal } from "#contracts/refusal.ts";
import type { InstrumentFault } from "#core/intake/instrument.ts";
import type { EditFault } from "#core/ladder/faults.ts";
import { TAGS } from "#core/ladder/tags.ts";
import { NOBODY_NAMED, sayBlocker } from "./blockers.ts";
import { inner, listed, plural } from "./figures.ts";
import { sayReason } from "./reasons.ts";

function sayFault(fault: InstrumentFault): string {
  switch (fault.code) {
    case "no-rungs":
      return "A walk needs one rung at least.";
    case "rung-twice":
      return "A rung stands in the walk twice: keep one.";
    case "skill-twice":
      return `“${here().of(fault.skill).words}” is asked at “${fault.rungs[0]}” and at “${fault.rungs[1]}”: keep one.`;
    case "saddle-too-soon":
      return `Before anybody gets on, the walk must have looked at: ${inner(listed(fault.skills.map((id) => here().of(id).words.toLowerCase())))}.`;
    case "ridden-before-saddle":
      return `“${here().of(fault.skill).words}” is ridden: move it from “${fault.rung}” to the rung under saddle.`;
  }
}

const named = (id: string): string => `“${here().find(id) ? here().of(id).words : id}”`;
/** What keeps an edited ladder from being one. */
export function sayLadderFault(fault: EditFault): string {
  switch (fault.kind) {
    case "cycle":
      return `These wait for one another in a circle: ${fault.skills.map(named).join(", ")}. Take one of the links away.`;
    case "unknown-prerequisite":
      return `${named(fault.skill)} waits for a skill that is not on the ladder: ${fault.names}.`;
    case "orphan":
      return `${named(fault.skill)} waits for ${named(fault.names)}, which is not used here. Use that, or take the link away.`;
    case "no-ground":
      return `${named(fault.skill)} is ridden and waits for nothing on the ground. Say what comes before it.`;
    case "no-branch":
      return `${named(fault.skill)} stands in a branch that is not on the ladder: ${fault.names}. Choose another.`;
    case "twice":
      return `${named(fault.skill)} stands on the ladder twice: keep one.`;
    case "name-twice":
      return `Two skills are called “${fault.words}”: give one of them another name.`;
    case "never-without":
      return `Nobody gets on a horse without this: ${inner(TAGS[fault.tag])}. Keep a skill in use that carries it.`;
  }
}

/** What a refusal says to a person: what is wrong, and what to do. */
export function sayRefusal(refusal: Refusal): string {
  switch (refusal.code) {
    case "not-found":
      return "This is not there any more. Reload the page.";
    case "step-circle":
      return "A step cannot ask for itself, nor for what is learnt after it. Take that skill off the list.";
    case "method-in-use":
      return "A horse here is worked by a method that you took out. Leave it, and take it off the offer instead.";
    case "last-method":
      return "A new stay must be offered one method at least.";
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
      return `Too many tries. Wait ${refusal.waitSeconds < 60 ? plural(refusal.waitSeconds, "second") : plural(Math.ceil(refusal.waitSeconds / 60), "minute")}, then try again.`;
    case "busy":
      return "Many people are signing in just now. Wait a few seconds, then try again.";
    case "wrong-code":
      return "This code is not the one of now, or was used already. Type the one that the app shows.";
    case "code-too-late":
      return "The code came too late, or too often wrong. Sign in again from the start.";
    case "not-begun":
      return "The term begins today or later, so nothing was given before. Write 0, or an earlier first day.";
    case "begun-already":
      return "This barn was begun already. Sign in.";
    case "weak-password":
      return "This password is easy to guess: common, a pattern, or made of a name. A short sentence of your own is easy to keep in mind and hard to guess.";
    case "confirm-password":
      return "Type your password once more for this.";
    case "hold-overlaps":
      return "The horse is on hold already on some of these days. End that hold first, or choose other days.";
    case "tape-slipped":
      return "These two do not give a horse's weight: the tape slipped. Measure again.";
    case "before-arrival":
      return "The day lies before the beginning. Choose a later day.";
    case "in-the-future":
      return "This day has not come yet.";
    case "gone-home":
      return "The horse has gone home; its stay is closed.";
    case "here-already":
      return "This horse stands here in those days already: change that stay, or give another first day.";
    case "rows-faulty":
      return `${plural(refusal.rows, "row")} cannot come in as they are: mend the file, or bring in the good ones only.`;
    case "still-here":
      return "A horse of this client stands here: send it home first, as somebody must be called until then.";
    case "forgotten-already":
      return "This client is forgotten already. Reload the page.";
    case "undo-too-late":
      return "This came in more than a week ago: what is wrong in it is mended where it stands.";
    case "undone-already":
      return "This was taken out already. Reload the page.";
    case "changed-since":
      return `Something has been written since about ${inner(listed(refusal.names))}. Take that out first, or leave what came in.`;
    case "stopped":
      return "Stopped: nothing was written.";
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
      return `Scores under saddle need the ground first, or a reason. Not yet at 3 on the weaker side: ${inner(listed(refusal.skills.map((id) => here().of(id).words.toLowerCase())))}.`;
    case "not-in-walk":
      return "This evaluation's walk does not have that rung or skill. Reload the page.";
    case "walk-faulty":
      return sayFault(refusal.fault);
    case "ladder-faulty":
      return sayLadderFault(refusal.fault);
    case "meaning-changed":
      return `${named(refusal.skill)} has been scored as it is. With other sides, or with a rider where there was none, it is another skill: make a new one in its place.`;
    case "check-open":
      return "This is being asked already. Change that check, or close it first.";
    case "check-ended":
      return "This check is done or cancelled. Order a new one.";
    case "clip-too-long":
      return `At most ${refusal.seconds} seconds: cut the clip, or take a shorter one.`;
    case "space-full":
      return `The ${refusal.limitMb} MB for photos and clips are used up. It stays on this phone. Take old ones off, or raise the limit under Barn, then try again.`;
    case "file-type":
      return "Only photos (JPEG, PNG, WebP) and PDF files can be attached, and this is none that can be read.";
    case "too-many-files":
      return `At most ${refusal.limit} files on one check. Remove one first.`;
    case "trial-running":
      return "This change is being tried already. End that trial first.";
    case "trial-ended":
      return "This trial has ended already.";
    case "place-taken":
      return "There is a place of this name. Choose another name.";
    case "last-place":
      return "The barn needs one place in use at least.";
    case "place-in-use":
      return `${plural(refusal.cards, "card")} from today on still ${refusal.cards === 1 ? "stands" : "stand"} there. Move them to another place first.`;
    case "no-address":
      return "The owner has no e-mail address here. Type it in under Terms and holds, then send again.";
    case "hears-already":
      return "Somebody with this address hears of the horse already.";
    case "written-already":
      return refusal.path === "issue"
        ? "There is no open question to this report: somebody has answered it."
        : "A letter about this went to the owner today already.";
    case "day-over":
      return "This day is over; its sheet stays as it is.";
    case "not-in-term":
      return "The horse is not here in training on this day.";
    case "already-placed":
      return "The horse is on this day's sheet already. Move that card instead.";
    case "card-closed":
      return "This card is closed or cancelled.";
    case "too-short":
      return "The first half must be shorter than the whole session.";
    case "already-split":
      return "This session is split already.";
    case "no-second-spot":
      return "Nobody is free for the second half after a rest of two hours. Move something first, or begin earlier.";
    case "not-handed-out":
      return "This card has not been handed out yet.";
    case "nothing-placed":
      return "Nothing new is placed on this day. Place a horse first.";
    case "blocked":
      return refusal.blockers.map((blocker) => sayBlocker(blocker, NOBODY_NAMED)).join(" ");
    case "gate-not-open":
      return `The gate stays shut to you: ${inner(refusal.reasons.map((reason) => sayReason(reason)).join(" "))}`;
    case "not-evaluated":
      return "The horse has not been evaluated yet.";
    case "nothing-to-report":
      return "There is no evaluation and no session to report on yet.";
  }
}
