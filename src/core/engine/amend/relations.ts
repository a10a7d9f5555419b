/** Citations and works of two indexes as one: what has changed is read again, the rest stands as it stood. */

import type { DiscoveryRecord } from '../../model/record';
import { growU32 } from '../build/growable';
import { keySections, looseIn, turned, worksOf } from '../build/relations';
import type { Section } from '../format/format';
import { docsUnder, type Hashed, hashedInOrder, hashOf } from '../format/hash';
import { findString, type StringTable, stringAt } from '../format/strings';
import { OF_B, type Places, type Two } from './documents';
import { NOWHERE, renumbered } from './merging';

/** Records by their documents. */
export interface Texts {
  readonly a: (doc: number) => DiscoveryRecord;
  readonly b: (doc: number) => DiscoveryRecord;
}
/** Ids of all documents, and the document of each. */
export interface Ids {
  readonly table: StringTable;
  readonly idDoc: Uint32Array;
}

export function mergedRelations(two: Two, places: Places, texts: Texts, ids: Ids): Record<string, Section> {
  const docOf = (id: string): number => {
    const k = findString(ids.table, id);
    return k < 0 ? NOWHERE : (ids.idDoc[k] as number);
  };
  const { cite, loose } = citations(two, places, texts, docOf);
  const cited = turned(cite, places.n);
  const works = worksNow(two, places, texts);
  return {
    citeStart: cite.start,
    cite: cite.values,
    citedStart: cited.start,
    cited: cited.values,
    ...worksOf(works.groups, places.n),
    ...keySections(loose, works.hashed),
  };
}

function citations({ a, b, gone }: Two, places: Places, texts: Texts, docOf: (id: string) => number) {
  // Documents of `a` whose references are looked up again: they cite what is gone, or what has come.
  const again = new Uint8Array(a.n);
  gone.forEach((is, doc) => {
    if (!is) return;
    for (let k = a.citedStart[doc] as number; k < (a.citedStart[doc + 1] as number); k++)
      again[a.cited[k] as number] = 1;
  });
  for (let k = 0; k < b.n; k++)
    for (const doc of docsUnder(a.loose, hashOf(stringAt(b.tables.id, k)))) again[doc] = 1;
  const [looseHash, looseDoc] = [growU32(), growU32()];
  const looked = (record: DiscoveryRecord, now: number): number[] => {
    const references = record.references ?? [];
    for (const hash of looseIn(references, (id) => docOf(id) !== NOWHERE)) {
      looseHash.push(hash);
      looseDoc.push(now);
    }
    return references.map(docOf).filter((doc) => doc !== NOWHERE);
  };
  // What is looked up is kept until it is known how much there is of it all.
  const found = new Map<number, readonly number[]>();
  const start = new Uint32Array(places.n + 1);
  places.from.forEach((from, now) => {
    let size: number;
    if (from >= OF_B || again[from]) {
      const own = looked(from >= OF_B ? texts.b(from - OF_B) : texts.a(from), now);
      found.set(now, own);
      size = own.length;
    } else size = (a.citeStart[from + 1] as number) - (a.citeStart[from] as number);
    start[now + 1] = (start[now] as number) + size;
  });
  const values = new Uint32Array(start[places.n] as number);
  places.from.forEach((from, now) => {
    let at = start[now] as number;
    const own = found.get(now);
    if (own) for (const doc of own) values[at++] = doc;
    else
      for (let k = a.citeStart[from] as number; k < (a.citeStart[from + 1] as number); k++)
        values[at++] = places.a[a.cite[k] as number] as number;
  });
  a.loose.doc.forEach((doc, k) => {
    if (again[doc] || gone[doc]) return;
    looseHash.push(a.loose.hash[k] as number);
    looseDoc.push(places.a[doc] as number);
  });
  return { cite: { start, values }, loose: hashedInOrder(looseHash.view(), looseDoc.view()) };
}

/** Documents of each work of several, and all that say what work they are of, by the hash of its name. */
function worksNow({ a, b, gone }: Two, places: Places, texts: Texts) {
  const touched = new Map<string, number[]>();
  const isTouched = new Uint8Array(a.n);
  /** A work of which something has come or gone: its members are looked for again. */
  const touch = (name: string): number[] => {
    let members = touched.get(name);
    if (!members) {
      members = [];
      for (const doc of docsUnder(a.works, hashOf(name))) {
        if (texts.a(doc).work !== name) continue;
        isTouched[doc] = 1;
        if (!gone[doc]) members.push(places.a[doc] as number);
      }
      touched.set(name, members);
    }
    return members;
  };
  for (const doc of a.works.doc) if (gone[doc]) touch(texts.a(doc).work as string);
  const [hashes, docs] = [growU32(), growU32()];
  const tell = (hash: number, doc: number): void => {
    hashes.push(hash);
    docs.push(doc);
  };
  for (const [k, doc] of b.works.doc.entries()) {
    const now = places.b[doc] as number;
    touch(texts.b(doc).work as string).push(now);
    tell(b.works.hash[k] as number, now);
  }
  a.works.doc.forEach((doc, k) => {
    if (!gone[doc]) tell(a.works.hash[k] as number, places.a[doc] as number);
  });
  const groups = [...touched.values()].filter((members) => members.length > 1);
  for (let w = 1; w + 1 < a.workStart.length; w++) {
    const members = a.workDocs.subarray(a.workStart[w], a.workStart[w + 1]);
    if (!isTouched[members[0] as number]) groups.push([...renumbered(members, places.a)]);
  }
  const hashed: Hashed = hashedInOrder(hashes.view(), docs.view());
  return { groups, hashed };
}
