/** Where a number stands on the thing itself, drawn: the back of a book, a cover, the head of an article, a spine. */
import { say } from '../../words/generated/numbers';
import styles from './numbers.module.css';

export const NUMBERS = ['isbn', 'issn', 'doi', 'callno'] as const;
export type NumberSort = (typeof NUMBERS)[number];

const line = (x: number, y: number, width: number) => (
  <rect key={`${x}-${y}`} x={x} y={y} width={width} height={3} className={styles.print} />
);
/** As a number looks, of nothing. */
const [A_DOI, AN_ISSN] = ['10.5555/abc.1', 'ISSN 1234-5679'];
/** Widths of the bars, and of the gaps after them. */
const BARS = [2, 1, 3, 1, 1, 2, 2, 1, 3, 2, 1, 1, 2, 3, 1, 2, 1, 1, 3, 1, 2, 2, 1, 1];
const bars = BARS.map((width, i) => ({
  x: 152 + BARS.slice(0, i).reduce((sum, w) => sum + w + 1, 0),
  width,
}));

const DRAWN: Readonly<Record<NumberSort, React.ReactNode>> = {
  isbn: (
    <>
      <rect x={70} y={6} width={160} height={148} className={styles.thing} />
      {[22, 32, 42, 52, 62].map((y) => line(84, y, y === 62 ? 70 : 130))}
      <rect x={144} y={92} width={76} height={52} className={styles.label} />
      {bars.map((b) => (
        <rect key={b.x} x={b.x} y={110} width={b.width} height={28} className={styles.ink} />
      ))}
      <text x={150} y={104} className={styles.number}>
        978 99 …
      </text>
      <ellipse cx={182} cy={118} rx={46} ry={36} className={styles.ring} />
    </>
  ),
  issn: (
    <>
      <rect x={80} y={6} width={140} height={148} className={styles.thing} />
      <rect x={92} y={20} width={116} height={10} className={styles.ink} />
      {[44, 54].map((y) => line(92, y, 80))}
      <rect x={92} y={70} width={116} height={50} className={styles.picture} />
      <text x={92} y={142} className={styles.number}>
        {AN_ISSN}
      </text>
      <ellipse cx={142} cy={138} rx={62} ry={13} className={styles.ring} />
    </>
  ),
  doi: (
    <>
      <rect x={70} y={6} width={160} height={148} className={styles.thing} />
      <text x={82} y={24} className={styles.number}>
        {A_DOI}
      </text>
      <rect x={82} y={36} width={120} height={9} className={styles.ink} />
      <rect x={82} y={50} width={90} height={9} className={styles.ink} />
      {[72, 82, 92, 102, 112, 122, 132].map((y) => line(82, y, y === 132 ? 60 : 136))}
      <ellipse cx={140} cy={20} rx={66} ry={12} className={styles.ring} />
    </>
  ),
  callno: (
    <>
      {[60, 96, 124, 176, 204].map((x, i) => (
        <rect
          key={x}
          x={x}
          y={i === 2 ? 8 : 14 + (i % 2) * 6}
          width={i === 2 ? 50 : 26}
          height={146 - (i === 2 ? 8 : 14 + (i % 2) * 6)}
          className={styles.thing}
        />
      ))}
      <rect x={128} y={96} width={42} height={44} className={styles.label} />
      {['QK', '569', '.T56'].map((t, i) => (
        <text key={t} x={134} y={109 + 13 * i} className={styles.number}>
          {t}
        </text>
      ))}
      <line x1={40} x2={260} y1={147} y2={147} className={styles.board} />
      <ellipse cx={149} cy={118} rx={34} ry={32} className={styles.ring} />
    </>
  ),
};

export default function NumberDrawing({ what }: { what: NumberSort }) {
  return (
    <figure className={styles.figure}>
      <svg viewBox="0 0 300 160" role="img" aria-label={say(`numbers.${what}.drawn`)}>
        {DRAWN[what]}
      </svg>
      <figcaption>{say(`numbers.${what}.where`)}</figcaption>
    </figure>
  );
}
