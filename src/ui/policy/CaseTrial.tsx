/**
 * Staff try a case against the rules in force: what would be said, what it would cost, whether it would wait
 * for them.
 */

import { useState } from 'react';
import {
  CATEGORIES,
  type ReaderCategory,
  ROUTES,
  type Route,
  SPEEDS,
  type Speed,
  type Wanted,
} from '../../core/model/codes';
import { CARRIER_LIST, type Carrier, KIND_LIST, KINDS, type Kind } from '../../core/model/kinds';
import { dayOf, type Minutes, parseDay, parseLocal } from '../../core/model/time';
import { grossOf, priceOf, serviceOf } from '../../core/policy/price';
import { NO_HISTORY } from '../../core/requests/history';
import { type RuleCase, rulesFor } from '../../core/requests/rules';
import { say } from '../../words/generated/policy';
import { inWords } from '../../words/inWords';
import { carrierName, categoryLabel, kindName } from '../../words/labels';
import { App, useHere } from '../kit/app';
import { PriceTable } from '../slip/PriceTable';
import slipStyles from '../slip/slip.module.css';
import styles from './policy.module.css';
import '../../words/spoken';

const WEIGHT = {
  refuse: say('policy.refused'),
  royalty: say('policy.royalty'),
  mediate: say('policy.staffLookFirst'),
  note: say('policy.said'),
} as const;

function Trial() {
  const { info, moment } = useHere();
  const { policy } = info;
  const [kind, setKind] = useState<Kind>('book');
  const [carrier, setCarrier] = useState<Carrier>('print');
  const [route, setRoute] = useState<Route>('ill-copy');
  const [category, setCategory] = useState<ReaderCategory>('undergraduate');
  const [speed, setSpeed] = useState<Speed>('standard');
  const [remote, setRemote] = useState(false);
  const [commercial, setCommercial] = useState(false);
  const [chapter, setChapter] = useState(false);
  const [fields, setFields] = useState({
    pages: '1-40',
    totalPages: '200',
    year: '2024',
    needBy: '',
    sameIssue: '0',
    journalThisYear: '0',
    sameBookCopies: '0',
    open: '0',
  });
  const n = (text: string): number => (/^\d{1,5}$/.test(text.trim()) ? Number(text) : 0);
  const today = dayOf(parseLocal(moment.at) as Minutes);
  const service = serviceOf(route);
  const wanted: Wanted =
    route === 'purchase' || route === 'question'
      ? route
      : service === 'loan'
        ? 'loan'
        : KINDS[kind].family === 'article'
          ? 'article'
          : 'chapter';
  const history = {
    ...NO_HISTORY,
    sameIssue: n(fields.sameIssue),
    journalThisYear: n(fields.journalThisYear),
    sameBookCopies: n(fields.sameBookCopies),
    open: n(fields.open),
  };
  const one: RuleCase = {
    wanted,
    route,
    kind,
    carrier,
    year: n(fields.year) || null,
    pages: fields.pages,
    totalPages: n(fields.totalPages) || null,
    chapter,
    speed,
    commercial,
    category,
    needBy: parseDay(fields.needBy),
    history,
  };
  const royalty = rulesFor(one, policy, today, 0).some((r) => r.weight === 'royalty')
    ? policy.copyright.royaltyPerCopy
    : 0;
  const lines = priceOf({ route, speed, category, remote, royalty }, policy);
  const rules = inWords(rulesFor(one, policy, today, grossOf(lines)));
  const field = (name: keyof typeof fields, label: string, type: 'text' | 'date' = 'text') => (
    <label className={styles.field}>
      {label}
      <input
        type={type}
        value={fields[name]}
        onChange={(e) => setFields({ ...fields, [name]: e.target.value })}
      />
    </label>
  );
  const choice = <T extends string>(
    label: string,
    value: T,
    set: (v: T) => void,
    values: readonly T[],
    name: (v: T) => string,
  ) => (
    <label className={styles.field}>
      {label}
      <select value={value} onChange={(e) => set(e.target.value as T)}>
        {values.map((v) => (
          <option key={v} value={v}>
            {name(v)}
          </option>
        ))}
      </select>
    </label>
  );
  const tick = (label: string, value: boolean, set: (v: boolean) => void) => (
    <label className={styles.tick}>
      <input type="checkbox" checked={value} onChange={(e) => set(e.target.checked)} /> {label}
    </label>
  );
  return (
    <section className={styles.trial} aria-labelledby="trial">
      <h2 id="trial">{say('policy.tryACase')}</h2>
      <div className={styles.form}>
        {choice(say('policy.reader'), category, setCategory, CATEGORIES, categoryLabel)}
        {choice(say('policy.road'), route, setRoute, ROUTES, (r) => say(`policy.route.${r}`))}
        {choice(say('policy.ofA'), kind, setKind, KIND_LIST, (k) => kindName(k))}
        {choice(say('policy.carrier'), carrier, setCarrier, CARRIER_LIST, (c) => carrierName(c))}
        {choice(say('policy.speed'), speed, setSpeed, SPEEDS, (s) => say(`policy.speed.${s}`))}
        {field('needBy', say('policy.needBy'), 'date')}
        {field('year', say('policy.yearOfPublication'))}
        {field('pages', say('policy.pages'))}
        {field('totalPages', say('policy.pagesOfTheBook'))}
        {field('sameIssue', say('policy.alreadyHadFromTheIssue'))}
        {field('journalThisYear', say('policy.fromTheJournalThisYear'))}
        {field('sameBookCopies', say('policy.partsOfTheBookAlready'))}
        {field('open', say('policy.openSlips'))}
        {tick(say('policy.offCampus'), remote, setRemote)}
        {tick(say('policy.commercial'), commercial, setCommercial)}
        {tick(say('policy.aChapterIsNamed'), chapter, setChapter)}
      </div>
      <div className={styles.outcome} aria-live="polite">
        <ul className={slipStyles.rules}>
          {rules.map((r) => (
            <li key={r.text} data-weight={r.weight}>
              <b>{WEIGHT[r.weight]}</b> {r.text}{' '}
              {r.allowed && <span className={slipStyles.allowed}>{r.allowed}</span>} <code>{r.rule}</code>
            </li>
          ))}
          {rules.length === 0 && <li>{say('policy.noRuleSaysAnythingItGoes')}</li>}
        </ul>
        {lines.length > 0 && <PriceTable lines={lines} foot={say('policy.theReaderPays')} />}
      </div>
    </section>
  );
}

export default function CaseTrial() {
  return (
    <App>
      <Trial />
    </App>
  );
}
