/** What an option says of itself as a way to read, before price, wait and verdict are put to it. */
import type { Route } from '../model/codes';
import type { Message } from '../model/message';
import type { DayNumber } from '../model/time';
import type { Ready } from '../model/waits';
import type { Way, WayAction } from '../model/ways';
import type { AccessItem } from './options';
import type { Times } from './times';

/** For whom, when, and of what the ways are told. */
export interface Telling {
  readonly item: AccessItem;
  readonly times: Times;
  readonly needBy: DayNumber | null;
  /** With the lenders one by one. */
  readonly detailed: boolean;
}
/** What an option says of itself; the rest follows from it. */
export interface Draft {
  readonly id: string;
  readonly title: Message;
  readonly place: string;
  readonly ready: Ready | null;
  readonly reasons: readonly Message[];
  readonly action: WayAction;
  /** The road by which it comes, where it costs something. */
  readonly route?: Route;
  readonly approximate?: boolean;
  /** 1 when left out. */
  readonly chance?: number;
  /** Whether it counts for the wait; it does when left out, if there is a day. */
  readonly setsWait?: boolean;
  /** It is read where it is kept. */
  readonly onSite?: true;
  readonly label?: Message;
  readonly sub?: Message;
  readonly lenders?: Way['lenders'];
  /** The title names the place. */
  readonly titled?: true;
}
export const NOTHING_TO_DO: WayAction = { do: 'nothing' };
