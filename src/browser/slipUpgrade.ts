/**
 * Slips of store version 3 as version 4 keeps them: editions as a wish of three, messages with the event that
 * each was.
 */
import type { PriceWhat } from '../core/model/codes';
import type { Promised, Slip, SlipMessage } from '../core/model/slip';
import type { SlipEvent } from '../core/model/slipStates';
import { table } from '../core/table';

interface OldMessage {
  readonly id: string;
  readonly time: string;
  readonly from: string;
  readonly text: string;
  readonly status: string;
}
type OldSlip = Omit<Slip, 'editions' | 'reference' | 'commercial' | 'messages'> & {
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

/** Documents that were kept glued together, each by itself again. */
const documentsOf = (xml: unknown): readonly string[] | undefined =>
  typeof xml === 'string' ? xml.split(/\n(?=<\?xml )/) : Array.isArray(xml) ? xml : undefined;
/**
 * Slips of store version 4 as version 5 keeps them: each message's documents apart, and what was agreed
 * beside the price.
 */
export function upgradedTo5(slip: Slip): Slip {
  return {
    ...slip,
    ...(slip.promised && !slip.agreed ? { agreed: asAgreed(slip.promised) } : {}),
    messages: slip.messages.map(({ xml, ...said }) => {
      const documents = documentsOf(xml);
      return documents ? { ...said, xml: documents } : said;
    }),
  };
}
/**
 * Before version 5 a changed price was written into the promise as one more line; its sum without it was
 * agreed.
 */
const CHANGED = 'Changed by the library';
function asAgreed(promised: Promised): Promised {
  const lines = promised.lines.filter((l) => (l.what as string) !== CHANGED);
  return lines.length === promised.lines.length
    ? promised
    : { ...promised, lines, total: lines.reduce((n, l) => n + l.cents, 0) };
}

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

/** What amounts were called before version 6. */
const PRICES = table<PriceWhat>({
  Hold: 'hold',
  'Transfer between campuses': 'transfer',
  'Loan by post': 'post',
  Scan: 'scan',
  'Loan from a partner': 'partner-loan',
  'Copy from a partner': 'partner-copy',
  'Interlibrary loan': 'ill-loan',
  'Interlibrary copy': 'ill-copy',
  'Fast handling': 'fast',
  'Postage to your address': 'postage',
  'Royalty to the rights holder': 'royalty',
  'Paid by the library for you': 'subsidy',
  'Over the most a slip costs': 'ceiling',
  [CHANGED]: 'changed',
});
const coded = (promised: Promised): Promised => ({
  ...promised,
  lines: promised.lines.map((l) => ({ ...l, what: PRICES.get(l.what) ?? l.what })),
});
/** Slips of store version 5 as version 6 keeps them: what an amount is for as a code. */
export const upgradedTo6 = (slip: Slip): Slip => ({
  ...slip,
  promised: slip.promised && coded(slip.promised),
  ...(slip.agreed ? { agreed: coded(slip.agreed) } : {}),
});
