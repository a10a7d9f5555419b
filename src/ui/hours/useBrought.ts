/** What goes with an hour: the item, the search or the pile that its address names. */
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { getRecord, getSearch } from '../../browser/client';
import { itemsOf } from '../../browser/piles';
import { theStore } from '../../browser/store';
import type { Appointment } from '../../core/appointments/appointment';
import { recordHref } from '../../core/model/address';
import { packPile, shared } from '../../core/piles/share';
import { readRequest } from '../../core/query/request';
import { sentence } from '../../words/sentence';
import { useHere } from '../kit/app';
import { useKept } from '../kit/useKept';
import { pileHref, pileName } from '../piles/usePiles';

/** Letters of an address that a calendar is given. */
const LONGEST_ADDRESS = 4000;
const HEADINGS = 6;

export interface Brought {
  readonly as: Pick<Appointment, 'title' | 'record' | 'search' | 'pile'>;
  readonly title: string;
  readonly href: string;
  /** What it is about: words, and headings of subjects. */
  readonly words: string;
  readonly headings: readonly string[];
  /** Whole addresses for the librarian. */
  readonly attach: readonly string[];
}
export interface Bringing {
  readonly brought: Brought | null;
  /** Not known yet: what is taken now would go without it. */
  readonly pending: boolean;
  /** What was to go along is not there. */
  readonly missing: boolean;
  readonly leave: () => void;
}
/** @param subjects whether it has to be known what subjects it is of */
export function useBrought(subjects = false): Bringing {
  const { info, moment } = useHere();
  const [params] = useState(() => new URLSearchParams(window.location.search));
  const [left, setLeft] = useState(false);
  const asked = (name: string): string => (left ? '' : (params.get(name) ?? ''));
  const [record, search, pileId] = [asked('record'), asked('search'), asked('pile')];
  const item = useQuery({
    queryKey: ['record', record],
    queryFn: () => getRecord(record),
    enabled: record !== '',
  });
  // What it is about shows in the headings of what it finds.
  const found = useQuery({
    queryKey: ['search', 'headings', search],
    queryFn: () => getSearch(readRequest(new URLSearchParams(search)), moment, { offset: 0, limit: 1 }),
    enabled: subjects && search !== '',
    staleTime: Number.POSITIVE_INFINITY,
  });
  const pile = useKept(
    async () =>
      pileId
        ? { pile: (await theStore().piles.get(pileId)) ?? null, items: await itemsOf(theStore(), pileId) }
        : null,
    [pileId],
    null,
  );
  const here = (path: string): string => new URL(path, window.location.origin).href;
  const brought = ((): Brought | null => {
    if (item.data) {
      const { id, csl, subjects: headings } = item.data.record;
      const href = recordHref(id);
      return {
        as: { title: csl.title, record: id },
        title: csl.title,
        href,
        words: csl.title,
        headings,
        attach: [here(href)],
      };
    }
    if (search) {
      const request = readRequest(new URLSearchParams(search));
      const title = sentence(request, info.campuses);
      const href = `/?${search}`;
      const most = found.data?.breakdown.subject.slice(0, HEADINGS).map((s) => s.value) ?? [];
      const headings = [...(request.keep.subject ?? []), ...most];
      return {
        as: { title, search },
        title,
        href,
        words: request.q,
        headings,
        attach: here(href).length > LONGEST_ADDRESS ? [] : [here(href)],
      };
    }
    if (pile?.pile) {
      const { pile: own, items } = pile;
      const packed = packPile(shared({ ...own, name: pileName(own) }, items));
      const link = packed === null ? '' : here(`/piles#pile=${packed}`);
      return {
        as: { title: pileName(own), pile: own.id },
        title: pileName(own),
        href: pileHref(own.id),
        words: items.map((i) => i.csl?.title ?? '').join(' '),
        headings: [],
        attach: link && link.length <= LONGEST_ADDRESS ? [link] : [],
      };
    }
    return null;
  })();
  return {
    brought,
    pending: item.isLoading || found.isLoading || (pileId !== '' && pile === undefined),
    missing: item.isError || (pileId !== '' && pile !== null && pile?.pile === null),
    leave: () => setLeft(true),
  };
}
