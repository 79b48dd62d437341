import { useState } from "react";
import { here } from "#contracts/ladder.here.ts";
import type { CheckView } from "#contracts/views.check.ts";
import { type LocalDate, sayDate } from "#core/calendar/local-date.ts";
import { heldByChecks, isOpen } from "#core/check/check.ts";
import { causeOf } from "#core/intake/causes.ts";
import { Button, Tag } from "#ui/kit/parts.tsx";
import { CHECK_RESULT, CHECK_STATE, LOOKER, sayLate, sayWaits, sayWhen } from "#ui/words/check.ts";
import { outer } from "#ui/words/figures.ts";
import { sayHeld } from "#ui/words/reasons.ts";
import { AnswerForm, BookForm, CancelForm, ChangeForm, ReleaseForm } from "./CheckForms.tsx";
import { Files } from "./Files.tsx";

type Doing = "book" | "answer" | "change" | "release" | "cancel" | null;

/** What comes next: a call, what came of it, or that the horse may work again. */
function nextOf(check: CheckView, isHolding: boolean): Exclude<Doing, null> | null {
  if (check.state === "ordered") return "book";
  if (check.state === "booked") return "answer";
  return check.state === "done" && isHolding ? "release" : null;
}

/** One check: what is asked, of whom, by when, what waits, and what came back. */
export function CheckItem({
  check,
  today,
  mayWrite,
  named,
  grouped = false,
}: {
  check: CheckView;
  today: LocalDate;
  mayWrite: boolean;
  named: boolean;
  /** Who looks stands above already. */
  grouped?: boolean;
}) {
  const [doing, setDoing] = useState<Doing>(null);
  const [all, setAll] = useState(false);
  const open = isOpen(check);
  const holding = heldByChecks([check], today, here().skills);
  const next = nextOf(check, holding.length > 0);
  const title = check.cause ? causeOf(check.cause).words : check.asked;
  const about = `${title}${named ? ` of ${check.horse}` : ""}`;
  const action = (what: Exclude<Doing, null>, words: string) =>
    (all || what === next || what === doing) && (
      <Button
        tone={what === next ? "main" : "plain"}
        aria-expanded={doing === what}
        aria-label={`${words}: ${about}`}
        onClick={() => setDoing(doing === what ? null : what)}
      >
        {words}
      </Button>
    );
  const tone =
    check.late > 0 || holding.some(({ holds }) => holds === "all")
      ? "border-oxblood"
      : holding.length > 0
        ? "border-ochre"
        : "border-line";
  return (
    <li className={`border-l-4 pl-3 ${tone}`}>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h3>
          {named && (
            <>
              <a href={`/horse/${check.stay}/checks`}>{check.horse}</a>:{" "}
            </>
          )}
          {title}
        </h3>
        {!grouped && <span className="sign text-dim">{LOOKER[check.who]}</span>}
        <Tag tone={check.late > 0 ? "stop" : open ? "attend" : "tell"}>
          {check.late > 0 ? sayLate(check.late) : `${CHECK_STATE[check.state]}${sayWhen(check)}`}
        </Tag>
      </div>
      {check.cause && <p>{outer(check.asked)}</p>}
      <p className="text-dim">
        Ordered {sayDate(check.orderedOn)} by {check.orderedBy}
        {check.bookedWith && `; with ${check.bookedWith}`}
        {open && `. ${sayWaits(check.holds, check.skills)}.`}
      </p>
      {check.result && (
        <p>
          <strong>{CHECK_RESULT[check.result]}.</strong> {check.answer}
        </p>
      )}
      {!open &&
        holding.map((held) => (
          <p key={JSON.stringify(held)} className="text-oxblood">
            ■ {sayHeld(held)} {check.restrictions.find(({ what }) => what === held.restricts)?.words}
          </p>
        ))}
      {check.releasedOn && (
        <p className="text-dim">
          Released from {sayDate(check.releasedOn)} by {check.releasedBy}.
        </p>
      )}
      {check.state === "cancelled" && <p>Cancelled: {check.answer}</p>}
      <div className="flex flex-wrap gap-1 py-1">
        {mayWrite && open && action("book", check.state === "booked" ? "Book another day" : "Book")}
        {mayWrite && check.state !== "cancelled" && action("answer", check.state === "done" ? "Correct the answer" : "Answer")}
        {mayWrite && open && action("change", "Change")}
        {mayWrite && holding.length > 0 && !open && action("release", "Release")}
        {mayWrite && open && action("cancel", "Not needed")}
        {check.state !== "cancelled" && (all || check.files.length > 0) && <Files check={check} mayWrite={mayWrite && all} />}
        {mayWrite && check.state !== "cancelled" && (
          <Button aria-expanded={all} aria-label={`${all ? "Less" : "More"}: ${about}`} onClick={() => setAll(!all)}>
            {all ? "Less" : "More"}
          </Button>
        )}
      </div>
      {doing === "book" && <BookForm check={check} today={today} />}
      {doing === "answer" && <AnswerForm check={check} today={today} />}
      {doing === "change" && <ChangeForm check={check} />}
      {doing === "release" && <ReleaseForm check={check} today={today} />}
      {doing === "cancel" && <CancelForm check={check} />}
    </li>
  );
}
