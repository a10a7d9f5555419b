/**
 * The outside world as the app sees it. The stand-ins implement these ports; a library's own systems can.
 * Which adapter stands behind which port is decided in one place, `src/start`.
 */

import type { Message } from '../model/message';
import type { Reader } from '../model/reader';
import type { Slip } from '../model/slip';
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

export interface SignIn {
  /** Who can read here. */
  readers(): readonly Reader[];
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
  readonly signIn: SignIn;
  /** Null where the library sends no mail: the reader's own program does it then. */
  readonly mail: Mail | null;
}
