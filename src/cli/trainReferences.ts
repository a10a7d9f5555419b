/**
 * `tool train-references`: makes the weights with which references are read, from generated references to
 * records of the demo, and writes them to public/models/references.bin. Items whose id falls to the test are
 * left out.
 */
import { mkdirSync, writeFileSync } from 'node:fs';
import type { DiscoveryRecord } from '../core/model/record';
import { fraction, random } from '../core/random';
import { featuresOf } from '../core/references/features';
import { ROLES } from '../core/references/roles';
import { encodeModel, train } from '../core/references/tagger';
import { tokenise } from '../core/references/tokens';
import { composeReference, damagePieces, type Piece, textOf } from '../demo/references';
import { makeWorld } from '../demo/world';

export const MODEL_FILE = 'public/models/references.bin';
/** A fifth of all items is only ever tested with. */
export const isTestItem = (id: string): boolean => fraction(`references ${id}`) < 0.2;

/** Tokens of a composed reference with the state of each: the role of the piece that it stands in. */
export function labelled(pieces: readonly Piece[]): { features: Uint16Array[]; states: Uint8Array } {
  const tokens = tokenise(textOf(pieces));
  const ends: number[] = [];
  for (const x of pieces) ends.push((ends.at(-1) ?? 0) + x.text.length);
  let k = 0;
  const states = Uint8Array.from(tokens, (t) => {
    while ((ends[k] as number) <= t.start) k++;
    return ROLES.indexOf((pieces[k] as Piece).role);
  });
  return { features: featuresOf(tokens), states };
}

export function trainReferences(
  records: readonly DiscoveryRecord[],
  perRecord: number,
  epochs: number,
  say: (text: string) => void,
) {
  const r = random(41);
  const rows = records.flatMap((record) =>
    Array.from({ length: perRecord }, () => {
      const pieces = composeReference(record, r);
      return labelled(r.chance(0.3) ? damagePieces(pieces, r) : pieces);
    }),
  );
  for (let i = rows.length - 1; i > 0; i--) {
    const j = r.int(0, i);
    [rows[i], rows[j]] = [rows[j] as (typeof rows)[number], rows[i] as (typeof rows)[number]];
  }
  const tokens = rows.reduce((n, row) => n + row.features.length, 0);
  say(`${rows.length} references, ${tokens} tokens`);
  return train(rows, epochs, (epoch, wrong) =>
    say(`  walk ${epoch + 1}: ${((100 * wrong) / tokens).toFixed(2)} % of tokens wrong`),
  );
}

export function runTraining(count = 9000, perRecord = 3, epochs = 8): void {
  const records = [...makeWorld(count).records].filter((x) => x.kind !== 'journal' && !isTestItem(x.id));
  const began = Date.now();
  const model = trainReferences(records, perRecord, epochs, (text) => console.error(text));
  mkdirSync('public/models', { recursive: true });
  writeFileSync(MODEL_FILE, encodeModel(model));
  console.error(`${MODEL_FILE} written, ${((Date.now() - began) / 1000).toFixed(0)} s`);
}
