/** Reads the words of a search request, whichever syntax they are written in. */
import { readCql } from './cql';
import type { CqlProblem } from './cqlTokens';
import { type QueryNote, readPlain } from './plain';
import type { SearchRequest, Sort } from './request';
import type { QueryNode } from './tree';

export interface ReadQuery {
  readonly tree: QueryNode;
  readonly notes: readonly QueryNote[];
  /** An order that the words themselves ask for (CQL's sortBy). */
  readonly sort: Sort | null;
}

/**
 * The words of a search as a tree, in its syntax; a problem with its place where CQL can’t be read. Plain
 * words always can.
 * @example readQuery({ q: 'dc.title = kelp', syntax: 'cql' }).tree // { op: 'word', text: 'kelp', field:
 *   'title' }
 */
export function readQuery(
  request: Pick<SearchRequest, 'q' | 'syntax'>,
): ReadQuery | { readonly problem: CqlProblem } {
  if (request.syntax === 'plain') return { ...readPlain(request.q), sort: null };
  const read = readCql(request.q);
  return 'problem' in read ? read : { ...read, notes: [] };
}

/** A search with its words read: read once, at the edge, and handed on so. */
export interface AskedSearch {
  readonly request: SearchRequest;
  readonly query: ReadQuery;
}
/** Reads the words of a request; the problem where they can't be read. */
export function askedSearch(request: SearchRequest): AskedSearch | { readonly problem: CqlProblem } {
  const query = readQuery(request);
  return 'problem' in query ? query : { request, query };
}
