/** A folder written file by file, as its pieces come. */
import { appendFileSync, mkdirSync } from 'node:fs';
import { dirname, join } from 'node:path';

/** Written together: a record is a line. */
const PIECE = 4 << 20;

/** @param pieces of one path behind each other */
export function writeFolder(dir: string, pieces: Iterable<readonly [path: string, text: string]>): void {
  let [held, text] = ['', ''];
  const flush = (): void => {
    if (!held) return;
    mkdirSync(dirname(join(dir, held)), { recursive: true });
    appendFileSync(join(dir, held), text);
    text = '';
  };
  for (const [path, piece] of pieces) {
    if (path !== held || text.length > PIECE) {
      flush();
      held = path;
    }
    text += piece;
  }
  flush();
}
