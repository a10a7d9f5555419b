/**
 * The made-up index, record by record, as a stream: articles in journals, books with their editions, chapters
 * and e-books, theses, news, recordings. Deterministic: the same number gives the same records.
 */
import { KINDS, type Kind } from '../core/model/kinds';
import type { DiscoveryRecord } from '../core/model/record';
import type { JournalWorld } from './journals';
import { article, newsItem } from './making/articles';
import { book } from './making/books';
import { Drawing, type Piece } from './making/drawing';
import { serials } from './making/serials';
import { FOREIGN_LIST } from './making/versions';
import { DISCIPLINES } from './vocabulary/disciplines';

const MIX: readonly (readonly [Kind, number])[] = [
  ['research-article', 0.5],
  ['review-article', 0.05],
  ['editorial', 0.022],
  ['book-review', 0.05],
  ['letter', 0.02],
  ['book', 0.16],
  ['thesis', 0.035],
  ['report', 0.035],
  ['conference-paper', 0.04],
  ['newspaper-article', 0.055],
  ['video', 0.009],
  ['sound-recording', 0.01],
  ['score', 0.007],
  ['map', 0.007],
];
const [THIS_YEAR, OLDEST] = [2026, 146];

function drawKind({ r }: Drawing): Kind {
  let u = r();
  for (const [kind, share] of MIX) {
    u -= share;
    if (u < 0) return kind;
  }
  return 'research-article';
}
function drawPiece(draw: Drawing): Piece {
  const { r } = draw;
  const d = r.pick(DISCIPLINES);
  const kind = drawKind(draw);
  const newest = kind === 'newspaper-article' ? 0.5 : 1;
  // Half of everything is younger than about twelve years; a thin tail goes back to 1880.
  const age = r.chance(0.94) ? -Math.log(1 - r()) * 17 * newest : OLDEST * newest * r();
  const year = THIS_YEAR - Math.min(OLDEST, Math.floor(age));
  const date: Piece['date'] =
    year === THIS_YEAR ? [year, r.int(1, 10), r.int(1, 28)] : r.chance(0.8) ? [year, r.int(1, 12)] : [year];
  const language = r.chance(0.87) ? 'en' : r.pick(FOREIGN_LIST);
  const base = {
    id: draw.nextId(),
    subjects: draw.subjectsOf(d),
    languages: [language],
    ...(r.chance(0.5)
      ? {
          audience: r.chance(0.6)
            ? ('research' as const)
            : r.chance(0.6)
              ? ('student' as const)
              : ('practice' as const),
        }
      : {}),
  };
  return { d, kind, year, date, language, base };
}

/** Streams `count` records, numbered from `first`. The journals' own records come first. */
export function* makeRecords(
  count: number,
  first: number,
  world: JournalWorld,
  seed: number,
): Generator<DiscoveryRecord> {
  const draw = new Drawing(count, first, world, seed);
  yield* serials(draw);
  while (draw.room()) {
    const piece = drawPiece(draw);
    if (piece.kind === 'newspaper-article') yield newsItem(draw, piece);
    else if (KINDS[piece.kind].family === 'article') yield* article(draw, piece);
    else yield* book(draw, piece);
  }
}
