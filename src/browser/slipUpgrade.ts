/** Slips of store version 3 as version 4 keeps them: editions as a wish of three, messages with the event that each was. */
import type { SlipEvent, SlipMessage } from '../core/requests/lifecycle';
import type { Slip } from '../core/requests/slip';
import { table } from '../core/table';

interface OldMessage {
  readonly id: string;
  readonly time: string;
  readonly from: string;
  readonly text: string;
  readonly status: string;
}
export type OldSlip = Omit<Slip, 'editions' | 'reference' | 'commercial' | 'messages'> & {
  readonly anyEdition: boolean;
  readonly messages: readonly OldMessage[];
};
const EVENTS = table<SlipEvent>({
  ExpectToSupply: 'ask',
  WillSupply: 'supply',
  Loaned: 'ship',
  CopyCompleted: 'file',
  Unfilled: 'unfilled',
  Cancelled: 'cancelled',
  LoanCompleted: 'complete',
  arrived: 'arrive',
});

export function upgraded(old: OldSlip): Slip {
  const { anyEdition, messages, ...rest } = old;
  return {
    ...rest,
    state: rest.state === 'ready' && rest.file ? 'delivered' : rest.state,
    editions: anyEdition ? 'any' : 'this',
    reference: '',
    commercial: false,
    messages: messages.map(
      (m, seq): SlipMessage => ({
        ...m,
        by: 'library',
        seq,
        event: EVENTS.get(m.status) ?? null,
        ...(m.status === 'CopyCompleted' && rest.file ? { file: rest.file } : {}),
      }),
    ),
  };
}
