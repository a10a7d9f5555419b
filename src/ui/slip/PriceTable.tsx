/** A price line by line, and who pays what is left. */
import { money, type PriceLine, totalOf } from '../../core/requests/price';
import styles from './slip.module.css';

export function PriceTable({ lines, who = 'You pay' }: { lines: readonly PriceLine[]; who?: string }) {
  return (
    <table className={styles.price}>
      <tbody>
        {lines.map((l) => (
          <tr key={l.what}>
            <th scope="row">{l.what}</th>
            <td>{money(l.cents)}</td>
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr>
          <th scope="row">{who}, if it is supplied</th>
          <td>{money(totalOf(lines))}</td>
        </tr>
      </tfoot>
    </table>
  );
}
