/** One reference: when it can be read, its text with the parts named, what it is, and what disagrees. */

import { useState } from 'react';
import { ReferenceReader, Stopped } from '../../browser/references';
import type { KeptReference } from '../../browser/rows';
import { writeOpenUrl } from '../../core/coverage/openurl';
import { matchOf, missingDetails } from '../../core/discovery/standing';
import { recordHref } from '../../core/model/address';
import type { Slip } from '../../core/model/slip';
import { parseDay } from '../../core/model/time';
import { type Part, ROLES, type Role } from '../../core/references/roles';
import { table } from '../../core/table';
import { errorText, isFromTheRight } from '../../core/text';
import type { ResolvedMatch, ResolvedReference } from '../../words/answers';
import { sayJoined } from '../../words/say';
import '../../words/generated/keep';
import { say } from '../../words/generated/references';
import { kindLabel, roleLabel, stateLabel } from '../../words/labels';
import { wayName, within } from '../../words/within';
import { slipHref, VERDICT_TEXT } from '../item/links';
import kit from '../kit/kit.module.css';
import { useMoney } from '../kit/useMoney';
import styles from './references.module.css';

const PART_LABEL = table<string>({
  title: say('references.title'),
  person: say('references.person'),
  year: say('references.year'),
  container: say('references.in'),
  volume: say('references.volume'),
  issue: say('references.issue'),
  page: say('references.pages'),
  publisher: say('references.publisher'),
  DOI: 'DOI',
  ISBN: 'ISBN',
});
const SURE = 0.85;

/** The text with a bracket over each of its parts, and its name above. */
function Parted({ text, parts }: { text: string; parts: readonly Part[] }) {
  const out: React.ReactNode[] = [];
  let at = 0;
  for (const p of parts) {
    if (p.start > at) out.push(text.slice(at, p.start));
    const name = roleLabel(p.role);
    const short = p.end - p.start <= name.length;
    // What closes a part does not go to the next line without it.
    const closing = /^[^\s\p{L}\p{N}]{1,3}(?=\s|$)/u.exec(text.slice(p.end))?.[0] ?? '';
    out.push(
      <span key={p.start} className={short ? styles.glued : undefined}>
        <span
          className={styles.part}
          data-role={p.role}
          data-short={short || undefined}
          style={{ '--name': name.length } as React.CSSProperties}
        >
          <small>{name} </small>
          {text.slice(p.start, p.end)}
        </span>
        {closing}
      </span>,
    );
    at = p.end + closing.length;
  }
  out.push(text.slice(at));
  // By its own letters: the names over its parts are the reader’s, and say nothing of it.
  return (
    <p className={styles.text} dir={isFromTheRight(text) ? 'rtl' : 'ltr'}>
      {out}
    </p>
  );
}

/** One for all rows: what a part says is read in a thread of its own, which has the model. */
let corrector: ReferenceReader | undefined;
/** Words as buttons: the first and the last of a stretch are picked, then its role. */
function Corrector({
  row,
  change,
  close,
}: {
  row: KeptReference;
  change: (r: KeptReference) => void;
  close: () => void;
}) {
  const { ref } = row;
  const words = [...ref.text.matchAll(/\S+/g)].map((m) => ({
    start: m.index,
    end: m.index + m[0].length,
    text: m[0],
  }));
  const [picked, setPicked] = useState<readonly [number, number] | null>(null);
  const [role, setRole] = useState<Role>('title');
  const [busy, setBusy] = useState(false);
  const [failed, setFailed] = useState('');
  const partAt = (start: number) => ref.parts.find((p) => p.start <= start + 1 && start < p.end)?.role;
  const pick = (i: number) =>
    setPicked(
      picked === null || picked[0] !== picked[1] ? [i, i] : [Math.min(picked[0], i), Math.max(picked[1], i)],
    );
  const give = () => {
    if (!picked || busy) return;
    const [a, b] = [words[picked[0]], words[picked[1]]];
    if (!a || !b) return;
    // Marks around the words are not part of what they say.
    const raw = ref.text.slice(a.start, b.end);
    const head = /^[“"‘«([]+/.exec(raw)?.[0].length ?? 0;
    const tail = /[”"’»)\],.;:]+$/.exec(raw)?.[0].length ?? 0;
    const end = Math.max(a.start + head + 1, b.end - tail);
    setBusy(true);
    setFailed('');
    corrector ??= new ReferenceReader();
    corrector
      .correct(ref, a.start + head, end, role)
      .then((corrected) => {
        change({ ...row, ref: corrected });
        setPicked(null);
      })
      .catch((error: unknown) => {
        if (!(error instanceof Stopped)) setFailed(errorText(error));
      })
      .finally(() => setBusy(false));
  };
  return (
    <fieldset className={styles.corrector} aria-busy={busy}>
      <legend className="sr">{say('references.correctTheParts')}</legend>
      <p className={styles.hint}>{say('references.pickTheFirstAndTheLast')}</p>
      <p className={styles.words}>
        {words.map((w, i) => (
          <button
            key={w.start}
            type="button"
            data-role={partAt(w.start)}
            aria-pressed={picked !== null && i >= picked[0] && i <= picked[1]}
            onClick={() => pick(i)}
          >
            {w.text}
          </button>
        ))}
      </p>
      <div className={styles.give}>
        <label>
          {say('references.theseAre')}
          <select value={role} onChange={(e) => setRole(e.target.value as Role)}>
            {ROLES.map((r) => (
              <option key={r} value={r}>
                {roleLabel(r)}
              </option>
            ))}
          </select>
        </label>
        <button type="button" className={kit.main} disabled={!picked} onClick={give}>
          {say('references.set')}
        </button>
        <button type="button" className={kit.link} onClick={close}>
          {say('references.done')}
        </button>
      </div>
      {failed && <p role="alert">{failed}</p>}
    </fieldset>
  );
}

function Found({ match, sure }: { match: ResolvedMatch; sure: boolean }) {
  const { csl } = match;
  return (
    <>
      <p className={styles.found}>
        <a href={recordHref(match.id)}>{csl.title}</a>
        <span className={styles.quiet}>
          {kindLabel(match.kind)} · {match.line}
          {sure ? '' : ` ${say('references.likelyLookAtIt')}`}
        </span>
      </p>
      {match.disagreements.length > 0 && (
        <table className={styles.differs}>
          <caption className="sr">{say('references.whatDisagrees')}</caption>
          <thead>
            <tr>
              <td />
              <th scope="col">{say('references.yourReference')}</th>
              <th scope="col">{say('references.theRecord')}</th>
            </tr>
          </thead>
          <tbody>
            {match.disagreements.map((d) => (
              <tr key={d.part}>
                <th scope="row">{PART_LABEL.get(d.part)}</th>
                <td>{d.said}</td>
                <td>{d.record}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}

export function ReferenceRow({
  row,
  found,
  needBy,
  change,
  remove,
  slip,
  kept,
  keep,
}: {
  row: KeptReference;
  found: ResolvedReference | undefined;
  needBy: string;
  change: (r: KeptReference) => void;
  remove: () => void;
  /** The slip for it that is under way, or has brought it. */
  slip: Slip | undefined;
  /** The piles it is in, by name; empty for none. */
  kept: string;
  keep: { readonly label: string; readonly put: () => void };
}) {
  const money = useMoney();
  const [correcting, setCorrecting] = useState(false);
  const match = matchOf(found, row.chosen);
  const others = found
    ? [found.match, ...found.others].filter((m): m is ResolvedMatch => m !== null && m.id !== match?.id)
    : [];
  const missing = missingDetails(row.ref.csl);
  const slipAddress = (() => {
    if (match)
      return match.best?.action.do === 'slip'
        ? slipHref(match.id, match.best.action, parseDay(needBy))
        : null;
    const params = writeOpenUrl(row.ref.csl);
    if (needBy) params.set('need', needBy);
    return `/requests/new?${params}`;
  })();
  const best = match?.best ?? null;
  return (
    <li className={styles.row}>
      <p className={styles.wait} data-wait={match?.wait.class}>
        <b>{match ? match.wait.label : found ? say('references.unknown') : '…'}</b>
        {match?.wait.sub && <span>{match.wait.sub}</span>}
        {match?.wait.verdict && needBy && (
          <span className={match.wait.verdict === 'in-time' ? styles.fine : kit.tag}>
            {VERDICT_TEXT[match.wait.verdict]}
          </span>
        )}
      </p>
      <div className={styles.what}>
        {correcting ? (
          <Corrector row={row} change={change} close={() => setCorrecting(false)} />
        ) : (
          <Parted text={row.ref.text} parts={row.ref.parts} />
        )}
        {match && <Found match={match} sure={match.confidence >= SURE || row.chosen === match.id} />}
        {best && (
          <p className={styles.quiet}>
            {sayJoined(
              [
                wayName(best),
                best.price > 0 ? money(best.price) : '',
                best.chance < 0.99 ? say('references.chance', { share: { share: best.chance } }) : '',
              ].filter(Boolean),
            )}
          </p>
        )}
        {found && !match && (
          <p className={styles.quiet}>
            {missing.length
              ? say('references.notFoundInTheIndexAnd', {
                  missing: missing.map((what) => say(`references.missing.${what}`)),
                })
              : say('references.nothingInTheIndexIsSurely')}
          </p>
        )}
        {others.length > 0 && (
          <details className={styles.others}>
            <summary>
              {match
                ? say('references.notThisOtherOther', { others: others.length })
                : others.length === 1
                  ? say('references.itMayBeThis')
                  : say('references.itMayBeOneOf', { others: others.length })}
            </summary>
            <ul>
              {others.map((m) => (
                <li key={m.id}>
                  <a href={recordHref(m.id)}>{m.csl.title}</a> <span className={styles.quiet}>{m.line}</span>{' '}
                  {m.disagreements.length > 0 && (
                    <span className={styles.quiet}>
                      {say('references.differsIn', {
                        disagreements: sayJoined(
                          m.disagreements.map((d) => within(PART_LABEL.get(d.part) ?? d.part)),
                        ),
                      })}
                    </span>
                  )}{' '}
                  <button type="button" className={kit.link} onClick={() => change({ ...row, chosen: m.id })}>
                    {say('references.thisOne')}
                    <span className="sr">: {m.csl.title}</span>
                  </button>
                </li>
              ))}
            </ul>
          </details>
        )}
        {kept && <p className={styles.kept}>{say('keep.isIn', { piles: kept })}</p>}
        <span className="Z3988" title={writeOpenUrl(match?.csl ?? row.ref.csl).toString()} />
        <p className={styles.acts}>
          {best?.action.do === 'open' && (
            <a href={best.action.href} target="_blank" rel="noopener">
              {say('references.read')}
              <span className="sr">: {match?.csl.title}</span>
            </a>
          )}
          {slip && (
            <a href={`/requests/${slip.id}`}>
              {say('references.askedForSee', { state: stateLabel(slip.state) })}
            </a>
          )}
          {slipAddress && !slip && !missing.includes('title') && found && (
            <a href={slipAddress}>
              {say('references.makeSlip')}
              <span className="sr">: {row.ref.csl.title}</span>
            </a>
          )}
          {row.ref.parts.length > 0 && !correcting && (
            <button type="button" className={kit.link} onClick={() => setCorrecting(true)}>
              {say('references.correctTheParts')}
            </button>
          )}
          {found && !kept && !missing.includes('title') && (
            <button type="button" className={kit.link} onClick={keep.put}>
              {keep.label}
              <span className="sr">: {match?.csl.title ?? row.ref.csl.title}</span>
            </button>
          )}
          {match && (
            <button type="button" className={kit.link} onClick={() => change({ ...row, chosen: null })}>
              {say('references.noneOfThese')}
            </button>
          )}
          {row.chosen !== undefined && (
            <button type="button" className={kit.link} onClick={() => change({ id: row.id, ref: row.ref })}>
              {say('references.asFound')}
            </button>
          )}
          <button type="button" className={kit.link} onClick={remove}>
            {say('references.remove')}
          </button>
        </p>
      </div>
    </li>
  );
}
