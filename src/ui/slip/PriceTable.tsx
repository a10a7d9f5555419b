/** A price line by line, and who pays what is left. */

import type { PriceLine } from '../../core/model/slip';
import { totalOf } from '../../core/policy/price';
import { say } from '../../words/generated/slip';
import { priceLabel } from '../../words/labels';
import { useMoney } from '../kit/useMoney';
import styles from './slip.module.css';

export function PriceTable({
  lines,
  foot = say('slip.youPayIfItIsSupplied'),
}: {
  lines: readonly PriceLine[];
  foot?: string;
}) {
  const money = useMoney();
  return (
    <table className={styles.price}>
      <tbody>
        {lines.map((l) => (
          <tr key={l.what}>
            <th scope="row">{priceLabel(l.what)}</th>
            <td>{money(l.cents)}</td>
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr>
          <th scope="row">{foot}</th>
          <td>{money(totalOf(lines))}</td>
        </tr>
      </tfoot>
    </table>
  );
}
