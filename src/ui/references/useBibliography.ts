/** A bibliography under way: kept as it is typed, read from text or a file, stopped, brought back. */
import { useEffect, useRef, useState } from 'react';
import { shortId } from '../../browser/ids';
import type { ReadingTask } from '../../browser/reading';
import {
  bibliographyOf,
  keepBibliography,
  NO_BIBLIOGRAPHY,
  ReferenceReader,
  Stopped,
} from '../../browser/references';
import type { Bibliography, KeptReference } from '../../browser/rows';
import { theStore } from '../../browser/store';
import { noteTrouble, notKept } from '../../browser/trouble';
import { say } from '../../words/generated/references';
import type { AskedColumns } from './ColumnChooser';

const LARGEST = 50_000_000;

/** What can be brought back, and how that is said. */
interface Undoing {
  readonly bib: Bibliography;
  readonly text: string;
  readonly act: string;
}
const replaced = (bib: Bibliography): Undoing => ({
  bib,
  text: say('references.whatStoodHereBeforeIsKept'),
  act: say('references.bringItBack'),
});

/** The reader's bibliography as the store has it; null until the store has answered. */
function useStored(reader: string) {
  const [bib, setBib] = useState<Bibliography | null>(null);
  useEffect(() => {
    let here = true;
    void bibliographyOf(theStore(), reader)
      .catch((error) => void noteTrouble(error))
      .then((b) => here && setBib(b ?? { ...NO_BIBLIOGRAPHY, reader }));
    return () => {
      here = false;
    };
  }, [reader]);
  const set = (next: Bibliography) => {
    setBib(next);
    void keepBibliography(theStore(), next);
  };
  return { bib, set, show: setBib };
}
/** Reads in a worker of its own, which ends with the view. */
function useReader() {
  const work = useRef<ReferenceReader | null>(null);
  useEffect(() => {
    work.current = new ReferenceReader();
    return () => work.current?.stop();
  }, []);
  return work;
}

/** What a bibliography is read from. */
type Readable = Extract<ReadingTask, { text: string } | { file: Blob }>;

export interface BibliographyUnderWay {
  readonly bib: Bibliography;
  readonly rows: readonly KeptReference[];
  /** How far the reading has come; null when nothing is being read. */
  readonly reading: { readonly done: number; readonly total: number } | null;
  readonly said: readonly string[];
  readonly undo: Undoing | null;
  /** A table whose columns the reader is asked about. */
  readonly columns: AskedColumns | null;
  readonly set: (next: Bibliography) => void;
  readonly tell: (...said: readonly string[]) => void;
  readonly read: (what: Readable) => Promise<void>;
  readonly takeFile: (file: File | undefined) => Promise<void>;
  readonly stop: () => void;
  readonly clear: () => void;
  readonly remove: (row: KeptReference) => void;
  readonly change: (row: KeptReference) => void;
  readonly bringBack: () => void;
  readonly leaveColumns: () => void;
}

/** Null until the store has answered. */
export function useBibliography(reader: string): BibliographyUnderWay | null {
  const { bib, set, show } = useStored(reader);
  const work = useReader();
  const [reading, setReading] = useState<BibliographyUnderWay['reading']>(null);
  const [said, setSaid] = useState<readonly string[]>([]);
  const [undo, setUndo] = useState<Undoing | null>(null);
  const [columns, setColumns] = useState<AskedColumns | null>(null);
  /** What stood here before the reading that goes on. */
  const earlier = useRef<Bibliography | null>(null);
  if (!bib) return null;
  const { rows } = bib;

  async function read(what: Readable): Promise<void> {
    if (!bib) return;
    const before = { ...bib, text: bib.read };
    earlier.current = before;
    let taken: readonly KeptReference[] = [];
    const told: string[] = [];
    let asked: AskedColumns | null = null;
    setSaid([]);
    setReading({ done: 0, total: 0 });
    const text = 'text' in what ? what.text : say('references.fromTheFile', { name: what.name });
    const base: Bibliography = { ...bib, text, read: text };
    try {
      await work.current?.read(what, (p) => {
        taken = [...taken, ...p.refs.map((ref) => ({ id: shortId(), ref }))];
        told.push(...p.problems.map((problem) => say(problem)));
        if (p.headings && 'name' in what) asked = { name: what.name, file: what.file, headings: p.headings };
        setReading({ done: p.done, total: p.total });
        // Shown at once, kept when all are there: writing a growing list again and again would cost more than
        // reading it.
        show({ ...base, rows: taken });
      });
      setColumns(asked);
      if (!asked && taken.length) await keepBibliography(theStore(), { ...base, rows: taken });
      if (asked) {
        set(before);
        return;
      }
      if (before.rows.length) setUndo(replaced(before));
      const n = taken.length;
      setSaid([n ? say('references.read2', { n }) : say('references.noReferenceWasFoundInThis'), ...told]);
      if (!n) set({ ...bib, text });
    } catch (error) {
      if (error instanceof Stopped) return;
      set(taken.length ? { ...base, rows: taken } : { ...bib, text });
      setSaid([notKept(error), say('references.whatYouPastedIsStillHere')]);
    } finally {
      setReading(null);
    }
  }
  function stop(): void {
    work.current?.stop();
    setReading(null);
    const [before, partly] = [earlier.current, bib as Bibliography];
    if (!before?.rows.length) {
      // Nothing stood here before: what was read until now was only shown so far, and is kept.
      set(partly);
      setSaid([say('references.stoppedWhatWasReadUntilThen')]);
      return;
    }
    // The text stays in its box; what stood below comes back, and what was read is not lost either.
    set({ ...before, text: partly.text });
    setSaid([say('references.stoppedWhatStoodHereBeforeIs')]);
    const n = partly.rows.length;
    setUndo(
      n
        ? { bib: partly, text: say('references.readUntilThen', { n }), act: say('references.takeThose') }
        : null,
    );
  }
  return {
    bib,
    rows,
    reading,
    said,
    undo,
    columns,
    set,
    tell: (...texts) => setSaid(texts),
    read,
    takeFile: async (file) => {
      if (!file) return;
      if (file.size > LARGEST) return setSaid([say('references.isOver50MbTakeA', { name: file.name })]);
      await read({ name: file.name, file });
    },
    stop,
    clear: () => {
      setUndo(replaced(bib));
      set({ ...NO_BIBLIOGRAPHY, reader, needBy: bib.needBy });
      setSaid([]);
    },
    remove: (row) => {
      setUndo(replaced(bib));
      set({ ...bib, rows: rows.filter((r) => r.id !== row.id) });
    },
    change: (row) => set({ ...bib, rows: rows.map((r) => (r.id === row.id ? row : r)) }),
    bringBack: () => {
      if (!undo) return;
      set(undo.bib);
      setUndo(rows.length ? replaced(bib) : null);
      setSaid([]);
    },
    leaveColumns: () => setColumns(null),
  };
}
