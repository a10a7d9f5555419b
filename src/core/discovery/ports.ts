/**
 * The outside world as the app sees it. The stand-ins implement these ports; a library's own systems can.
 * Which adapter stands behind which port is decided in one place, `src/start`.
 */

import type { Busy } from '../appointments/free';
import type { DeskAccount } from '../circulation/account';
import type { LiveCopies } from '../circulation/live';
import type { PaiaDocument } from '../circulation/paia';
import type { Librarian } from '../model/librarian';
import type { Message } from '../model/message';
import type { Reader } from '../model/reader';
import type { Slip } from '../model/slip';
import type { Minutes } from '../model/time';
import type { DeskNotice, HeardMessage, ReaderAct } from '../requests/lifecycle';
import type { Moment } from './answers';

export interface Clock {
  /** ISO local time in the library's zone: `2026-11-02T09:10`. */
  now(): string;
  /** Whether a reader may look from another moment than now (the demo's clock is moved by hand). */
  readonly movable: boolean;
}

export interface LendingNetwork {
  /**
   * Hands in a message as XML; answers with its confirmation, also where it refuses it. Handing it in again
   * is harmless.
   */
  receive(xml: string, at: string): Promise<string>;
  /** What supplying agencies, or our own desks, have said about a slip up to the moment, oldest first. */
  messages(slip: Slip, moment: Moment): Promise<readonly HeardMessage[]>;
  /** May the reader still do this? Null: yes; else why not. */
  hinders(slip: Slip, what: ReaderAct, moment: Moment): Promise<Message | null>;
  /**
   * Hands a suggestion or a question to our own staff, or takes it back: what is no message between libraries. Left
   * out where nobody has to be told.
   */
  forDesk?(slip: Slip, at: string, cancelled: boolean): Promise<void>;
}

export interface LoanDesk {
  /** What the desk has noted about the volume of a slip by now: on the pickup shelf, gone back from it. */
  notices(slip: Slip, moment: Moment): Promise<readonly DeskNotice[]>;
}

/** A question to the ask desk, or a link reported as broken. */
export interface DeskQuestion {
  readonly id: string;
  readonly kind: 'question' | 'link';
  readonly subject: string;
  /** What was asked, in the reader's words. */
  readonly text: string;
  /** ISO local time. */
  readonly asked: string;
}
export interface DeskAnswer {
  readonly id: string;
  /** ISO local time. */
  readonly time: string;
  readonly text: string;
}
export interface AskDesk {
  /** What has been answered up to the moment; questions without an answer yet are left out. */
  answers(questions: readonly DeskQuestion[], at: string): Promise<readonly DeskAnswer[]>;
}

/** Somebody who has signed in: who they are, their number at the desk, and what renews their access. */
export interface SignedIn {
  readonly reader: Reader;
  readonly patron: string;
  readonly refresh: string | null;
  /** Whether the sign-in says that they work at the library. */
  readonly staff?: boolean;
}
/** Signing in elsewhere and coming back (OpenID Connect Core 1.0, code flow with PKCE). */
export interface SignIn {
  /**
   * Where to send the reader, and what has to be kept until they come back.
   * @param base our own address, as the reader's browser has it
   */
  begin(base: string): Promise<{ readonly address: string; readonly kept: Readonly<Record<string, string>> }>;
  /** Who came back. Rejects where the answer does not hold against what was kept. */
  complete(base: string, answer: URL, kept: Readonly<Record<string, string>>): Promise<SignedIn>;
  /** An access token of the loan desk; null where one has to sign in again. */
  token(base: string, who: SignedIn): Promise<string | null>;
  /** Where to go to sign out there too; null where there is no such place. */
  leave(base: string): Promise<string | null>;
}

/** A document that something is asked for with; `pickup` is a campus. */
export interface DeskAsk {
  readonly item?: string;
  readonly record?: string;
  readonly pickup?: string;
}
/** The library's circulation: accounts (PAIA) and copies (DAIA). Each rejects where the desk does not answer. */
export interface Circulation {
  account(patron: string, token: string, at: string): Promise<DeskAccount>;
  /** What became of each, in the order asked. */
  act(
    what: 'renew' | 'cancel' | 'request',
    asked: readonly DeskAsk[],
    patron: string,
    token: string,
    at: string,
  ): Promise<readonly PaiaDocument[]>;
  copies(records: readonly string[], at: string): Promise<LiveCopies>;
  /** The record of an edition, as the desk calls it; empty for none of ours. */
  recordOf(edition: string): string;
}
/** The desk did not answer, or not as it should. */
export class DeskSilent extends Error {}
/** The desk takes this token no more. */
export class SignInAgain extends Error {}

/** An hour with a librarian, as a calendar is asked for it or told that it is not needed. */
export interface HourAsk {
  readonly id: string;
  /** How often it was changed. */
  readonly sequence: number;
  readonly librarian: Librarian;
  readonly reader: { readonly name: string; readonly email: string };
  readonly start: Minutes;
  readonly minutes: number;
  /** What stands in the calendar: a title, a text, where (empty for online), addresses of what goes with it. */
  readonly summary: string;
  readonly description: string;
  readonly location: string;
  readonly attach: readonly string[];
}
export interface HourAnswer {
  readonly accepted: boolean;
  /** Room, and address of the call, as the librarian's calendar says them; empty for none. */
  readonly place: string;
  readonly conference: string;
  /** What was said to it. */
  readonly comment: string;
}
/** The librarians' calendars. Each rejects with `DeskSilent` where the calendar does not answer. */
export interface Calendars {
  /** What is taken between two moments. */
  busy(librarian: Librarian, from: Minutes, to: Minutes, at: string): Promise<readonly Busy[]>;
  /**
   * Takes an hour, or moves one of the same id there. Asking again for what was taken is harmless, and tells
   * whether it stands.
   */
  take(hour: HourAsk, at: string): Promise<HourAnswer>;
  giveBack(hour: HourAsk, at: string): Promise<HourAnswer>;
}

/** A mail as it goes out: RFC 5322, with its recipients once more for the envelope. */
export interface OutgoingMail {
  readonly to: readonly string[];
  readonly message: string;
}
export interface Mail {
  /** Hands a mail over; the answer is its Message-ID. Rejects when it is not taken. */
  send(mail: OutgoingMail): Promise<string>;
}

export interface Outside {
  readonly clock: Clock;
  readonly network: LendingNetwork;
  readonly loanDesk: LoanDesk;
  readonly askDesk: AskDesk;
  /** Null where nobody signs in: everybody is nobody in particular. */
  readonly signIn: SignIn | null;
  /** Null where the loan desk is not reached: copies stand as the index has them. */
  readonly circulation: Circulation | null;
  /** Null where the library sends no mail: the reader's own program does it then. */
  readonly mail: Mail | null;
  /** Null where no calendar is reached: nobody gives hours. */
  readonly calendars: Calendars | null;
}
