/**
 * Cite: things set in a style, in the list and in the text. What the style asks for and a record lacks is a hole
 * in its place, filled there. Copies and files are of what was set.
 */
import { startTransition, useCallback, useEffect, useMemo, useState } from 'react';
import { type CiteIn, Citer, type Pace } from '../../browser/citing';
import { correctionsOf } from '../../browser/corrections';
import { type CiteAs, citedAs } from '../../browser/settings';
import { theStore } from '../../browser/store';
import { type Cited, PLACES, type Place } from '../../core/citing/cited';
import { corrected } from '../../core/citing/fill';
import { asHtml, asText, LIST_FORMS, type ListForm, listAs, type Run } from '../../core/citing/runs';
import type { CslItem, ReferenceItem } from '../../core/model/record';
import { own } from '../../core/table';
import { say } from '../../words/generated/cite';
import { sayLanguage } from '../../words/say';
import '../../words/generated/citing';
import { useQuery } from '@tanstack/react-query';
import { getStyles } from '../../browser/further';
import { useHere } from '../kit/app';
import { Failure } from '../kit/Failure';
import kit from '../kit/kit.module.css';
import { Popover } from '../kit/Popover';
import { Queries } from '../kit/queries';
import { saveFile } from '../kit/saveFile';
import { useKept } from '../kit/useKept';
import { Dialog } from '../shell/Dialog';
import styles from './cite.module.css';
import { Entry } from './Entry';
import { StyleChoice } from './StyleChoice';

/** A thing to be cited: by its key, as piles call it. */
export interface ToCite {
  readonly key: string;
  readonly csl: ReferenceItem;
}
const FILE_TYPES: Readonly<Record<ListForm, readonly [ending: string, type: string]>> = {
  text: ['txt', 'text/plain;charset=utf-8'],
  html: ['html', 'text/html;charset=utf-8'],
  latex: ['tex', 'application/x-latex;charset=utf-8'],
  markdown: ['md', 'text/markdown;charset=utf-8'],
  rtf: ['rtf', 'application/rtf'],
};
type Corrections = ReadonlyMap<string, Partial<ReferenceItem>>;
const NONE: Corrections = new Map();

/** Copies as formatted text, with the plain text beside it for where there are no formats. */
async function copyFormatted(html: string, text: string): Promise<void> {
  if (typeof ClipboardItem === 'undefined') return navigator.clipboard.writeText(text);
  const blob = (body: string, type: string) => new Blob([body], { type });
  await navigator.clipboard.write([
    new ClipboardItem({ 'text/html': blob(html, 'text/html'), 'text/plain': blob(text, 'text/plain') }),
  ]);
}

const inStyle = ({ style, locale, byRecord }: Omit<CiteAs, 'title'>): CiteIn => ({
  style,
  locale: locale || null,
  byRecord,
});
/** As the processor is given them, with what their reader filled in. */
const asCited = (things: readonly ToCite[], corrections: Corrections): CslItem[] =>
  things.map(({ key, csl }) => ({ ...corrected(csl, corrections.get(key)), id: key }));
/** What stands ready for the sheet that is opened next. */
interface Prepared {
  readonly citer: Citer;
  /** The reader's, as they were read meanwhile; null before. */
  corrections: Corrections | null;
}
let prepared: Prepared | null = null;
/**
 * The processor, for the sheet that is opened next, and the style in which this reader cited last.
 * @param pace in which its program is tried
 */
export function prepareCiter(
  { reader, last }: { reader: string; last: CiteAs | undefined },
  things: () => readonly ToCite[],
  pace: Pace,
): void {
  if (prepared) return;
  const made: Prepared = { citer: new Citer(), corrections: null };
  prepared = made;
  made.citer.prepare();
  void correctionsOf(theStore(), reader).then(
    (corrections) => {
      made.corrections = corrections;
      if (!last || prepared !== made) return;
      return made.citer.makeReady(theStore(), inStyle(last), asCited(things(), corrections), pace);
    },
    // What stands in the way of the store is said where it is read again.
    () => undefined,
  );
}
function takePrepared(): Prepared {
  const taken = prepared ?? { citer: new Citer(), corrections: null };
  prepared = null;
  return taken;
}

function useCited(
  citer: Citer,
  items: readonly CslItem[],
  how: { style: string; locale: string; byRecord: boolean },
  place: Place,
) {
  const [state, setState] = useState<{ cited: Cited | null; all: boolean; failure: string }>({
    cited: null,
    all: false,
    failure: '',
  });
  useEffect(() => {
    citer.prepare();
    return () => citer.stop();
  }, [citer]);
  const { style, locale, byRecord } = how;
  useEffect(() => {
    if (!style) return;
    let left = false;
    const citing = {
      items,
      ...inStyle({ style, locale, byRecord }),
      place: place.value ? place : null,
    };
    citer
      .cite(theStore(), citing, (cited, all) => {
        // Hundreds of entries are drawn between whatever else there is to do.
        if (!left) startTransition(() => setState({ cited, all, failure: '' }));
      })
      .catch((error: unknown) => {
        if (!left)
          setState({
            cited: null,
            all: true,
            failure: error instanceof Error ? error.message : String(error),
          });
      });
    return () => {
      left = true;
    };
  }, [citer, items, style, locale, byRecord, place]);
  return state;
}

function Sheet({ things, close }: { things: readonly ToCite[]; close: () => void }) {
  const { reader, settings } = useHere();
  const [{ citer, corrections: known }] = useState(takePrepared);
  const [place, setPlace] = useState<Place>({ label: 'page', value: '' });
  const [said, setSaid] = useState('');
  const [gapsOnly, setGapsOnly] = useState(false);
  const offered = useQuery({
    queryKey: ['styles', ''],
    queryFn: () => getStyles(''),
    staleTime: Number.POSITIVE_INFINITY,
  });
  const corrections = useKept(() => correctionsOf(theStore(), reader.id), [reader.id], NONE) ?? known;
  const first = offered.data?.styles[0];
  const how = own(settings.citeAs, reader.id) ?? {
    style: first?.id ?? '',
    title: first?.title ?? '',
    locale: '',
    byRecord: false,
  };
  const change = (next: Partial<typeof how>) => void citedAs(theStore(), reader.id, { ...how, ...next });
  // The same corrections read again are no reason to set everything again.
  const state = corrections && JSON.stringify([...corrections]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the text stands for the corrections
  const items = useMemo(() => (corrections ? asCited(things, corrections) : []), [things, state]);
  const { cited, all, failure } = useCited(citer, items, corrections ? how : { ...how, style: '' }, place);
  const titles = new Map(things.map((t) => [t.key, t.csl.title]));
  const entries = cited?.entries ?? [];
  const lacking = entries.filter((e) => e.missing.some((m) => m.why === 'always'));
  const shown = gapsOnly ? lacking : entries;
  const done = useCallback(
    (work: Promise<unknown>) =>
      void work.then(
        () => setSaid(say('cite.copied')),
        () => setSaid(say('cite.notCopied')),
      ),
    [],
  );
  const list = entries.map((e) => e.runs);
  const copyOne = useCallback(
    (runs: readonly Run[]) => done(copyFormatted(asHtml(runs), asText(runs))),
    [done],
  );
  return (
    <div className={styles.sheet}>
      <header className={styles.head}>
        <h2>{say('cite.citing', { n: things.length })}</h2>
        <StyleChoice title={how.title || '…'} citer={citer} pick={change} />
        <button type="button" className={`${kit.link} ${styles.close}`} onClick={close}>
          {say('cite.close')}
        </button>
      </header>
      <div className={styles.how}>
        <label>
          {say('cite.language')}
          <select value={how.locale} onChange={(e) => change({ locale: e.target.value })}>
            <option value="">{say('cite.ofTheStyle')}</option>
            {offered.data?.locales.map((l) => (
              <option key={l} value={l}>
                {sayLanguage(l)}
              </option>
            ))}
          </select>
        </label>
        <label className={kit.check}>
          <input
            type="checkbox"
            checked={how.byRecord}
            onChange={(e) => change({ byRecord: e.target.checked })}
          />
          {say('cite.byRecord')}
        </label>
        <span className={styles.place}>
          <select
            aria-label={say('cite.placeLabel')}
            value={place.label}
            onChange={(e) => setPlace({ ...place, label: e.target.value as Place['label'] })}
          >
            {PLACES.map((p) => (
              <option key={p} value={p}>
                {say(`cite.place.${p}`)}
              </option>
            ))}
          </select>
          <input
            size={6}
            value={place.value}
            aria-label={say(`cite.place.${place.label}`)}
            onChange={(e) => setPlace({ ...place, value: e.target.value.slice(0, 40) })}
          />
        </span>
      </div>
      {offered.isError && <Failure error={offered.error} again={() => void offered.refetch()} />}
      {failure && (
        <p role="alert" className={kit.failure}>
          {failure}
        </p>
      )}
      {cited && !cited.list && <p className={styles.hint}>{say('cite.noList')}</p>}
      {all && cited && (
        <p className={styles.hint} role="status">
          {say('cite.gaps', { n: lacking.length })}{' '}
          {lacking.length > 0 && lacking.length < entries.length && (
            <button type="button" className={kit.link} onClick={() => setGapsOnly(!gapsOnly)}>
              {gapsOnly ? say('cite.showAll') : say('cite.showGaps')}
            </button>
          )}
        </p>
      )}
      <ol className={styles.entries} data-hanging={cited?.hanging || undefined} aria-busy={!all}>
        {shown.map((entry) => (
          <Entry
            key={entry.id}
            entry={entry}
            thing={entry.id}
            title={titles.get(entry.id) ?? ''}
            correction={corrections?.get(entry.id)}
            copy={copyOne}
          />
        ))}
      </ol>
      {!all && !failure && !offered.isError && (
        <p className={styles.hint} role="status">
          {!cited
            ? say('cite.setting')
            : entries.length < things.length
              ? say('cite.more', { n: things.length - entries.length })
              : say('cite.looking')}
        </p>
      )}
      <footer className={styles.foot}>
        <button
          type="button"
          className={kit.main}
          disabled={entries.length < things.length}
          onClick={() => done(copyFormatted(listAs('html', list), listAs('text', list)))}
        >
          {say('cite.copyAll')}
        </button>
        {LIST_FORMS.filter((f) => f !== 'rtf').map((form) => (
          <button
            key={form}
            type="button"
            className={kit.link}
            disabled={entries.length < things.length}
            onClick={() => done(navigator.clipboard.writeText(listAs(form, list)))}
          >
            {say(`cite.form.${form}`)}
          </button>
        ))}
        <Popover className={kit.link} label={say('cite.saveAs')} describe={say('cite.saveAs')}>
          {(shut) => (
            <div className={styles.forms}>
              {LIST_FORMS.map((form) => (
                <button
                  key={form}
                  type="button"
                  className={kit.link}
                  onClick={() => {
                    const [ending, type] = FILE_TYPES[form];
                    saveFile(listAs(form, list), type, `citations.${ending}`);
                    shut();
                  }}
                >
                  {say(`cite.form.${form}`)}
                </button>
              ))}
            </div>
          )}
        </Popover>
        <span role="status">{said}</span>
        <small>{say('cite.checkIt')}</small>
      </footer>
    </div>
  );
}

export default function CiteSheet({ things, close }: { things: readonly ToCite[]; close: () => void }) {
  return (
    <Dialog label={say('cite.citing', { n: things.length })} close={close} wide>
      <Queries>
        <Sheet things={things} close={close} />
      </Queries>
    </Dialog>
  );
}
