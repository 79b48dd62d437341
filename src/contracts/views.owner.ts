import type { LocalDate } from "#core/calendar/local-date.ts";
import type { TermReading } from "#core/calendar/term.ts";
import type { MessageId, StayId } from "#core/kernel/brand.ts";
import type { MessageState } from "./owner.ts";

export interface MessageView {
  readonly id: MessageId;
  readonly stay: StayId;
  readonly horse: string;
  readonly toName: string;
  readonly toAddress: string;
  readonly subject: string;
  readonly body: string;
  readonly issue: number | null;
  readonly madeAt: string;
  readonly by: string;
  readonly state: MessageState;
  readonly tries: number;
  readonly sentAt: string | null;
  readonly trouble: string;
}
export interface PostView {
  readonly messages: readonly MessageView[];
  /** False: nothing leaves until a mail server is set up. */
  readonly mailServer: boolean;
  /** Where the simulated mail server can be looked into. */
  readonly standin: string | null;
}

/** A letter to be written: to whom, where the term stands, and what was written before. */
export interface LetterView {
  readonly stay: StayId;
  readonly horse: string;
  readonly toName: string;
  readonly toAddress: string;
  readonly reading: TermReading;
  readonly link: LinkView | null;
  readonly until: LocalDate;
  readonly sent: readonly MessageView[];
}
export interface LinkView {
  readonly path: string;
  readonly until: LocalDate;
}
