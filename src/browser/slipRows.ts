/** The reader's slips as they stand in the store; what looks them over comes only where there are some. */
import type { Slip } from '../core/model/slip';
import type { Store } from './store';

export async function slipsOf(store: Store, reader: string): Promise<Slip[]> {
  const rows = await store.slips.where('reader').equals(reader).toArray();
  if (!rows.length) return [];
  const { isSlip } = await import('./slipShapes');
  return rows.filter(isSlip);
}
