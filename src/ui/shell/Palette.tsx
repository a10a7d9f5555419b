/** The command palette: every view, every open slip, every reader, by name. */
import { Command } from 'cmdk';
import { useState } from 'react';
import { chooseReader, moveClock } from '../../browser/settings';
import { theStore } from '../../browser/store';
import { addDays, dayOf, isoLocal, type Minutes, parseLocal, startOf } from '../../core/model/time';
import { STATE_LABEL } from '../../core/requests/lifecycle';
import { slipTitle } from '../../core/requests/slip';
import { useHere } from '../kit/app';
import { Dialog } from './Dialog';
import styles from './shell.module.css';

export default function Palette({ close, showKeys }: { close: () => void; showKeys: () => void }) {
  const { info, slips, moment } = useHere();
  const [text, setText] = useState('');
  const goTo = (href: string) => () => {
    window.location.href = href;
  };
  const then = (work: () => unknown) => () => {
    void work();
    close();
  };
  const now = parseLocal(moment.at) as Minutes;
  return (
    <Dialog label="Commands" close={close}>
      <Command label="Commands" className={styles.palette} loop>
        <Command.Input
          value={text}
          onValueChange={setText}
          placeholder="Where to, or what to do"
          className={styles.paletteInput}
        />
        <Command.List className={styles.paletteList}>
          <Command.Empty>Nothing by that name.</Command.Empty>
          <Command.Group heading="Views">
            <Command.Item onSelect={goTo('/')}>Search</Command.Item>
            <Command.Item onSelect={goTo('/references')}>References</Command.Item>
            <Command.Item onSelect={goTo('/searches')}>Your searches</Command.Item>
            <Command.Item onSelect={goTo('/requests')}>Requests</Command.Item>
            <Command.Item onSelect={goTo('/journals')}>Journals</Command.Item>
            <Command.Item onSelect={goTo('/databases')}>Databases</Command.Item>
            <Command.Item onSelect={goTo('/aside')}>Aside</Command.Item>
            <Command.Item onSelect={goTo('/ask')}>Ask a librarian</Command.Item>
            <Command.Item onSelect={goTo('/about')}>About Legendum</Command.Item>
            <Command.Item onSelect={then(showKeys)}>Keys</Command.Item>
          </Command.Group>
          {slips.length > 0 && (
            <Command.Group heading="Slips">
              {slips.slice(0, 30).map((s) => (
                <Command.Item
                  key={s.id}
                  value={`${s.id} ${slipTitle(s)}`}
                  onSelect={goTo(`/requests/${s.id}`)}
                >
                  {slipTitle(s)} <span className={styles.hint}>{STATE_LABEL[s.state]}</span>
                </Command.Item>
              ))}
            </Command.Group>
          )}
          <Command.Group heading="Demo">
            {info.movable && (
              <Command.Item
                onSelect={then(() =>
                  moveClock(theStore(), isoLocal(startOf(addDays(dayOf(now), 1), 550)), info.now),
                )}
              >
                Clock: next day
              </Command.Item>
            )}
            {info.readers.map((r) => (
              <Command.Item key={r.id} onSelect={then(() => chooseReader(theStore(), r.id))}>
                Read as {r.name}
              </Command.Item>
            ))}
          </Command.Group>
          {text.trim() !== '' && (
            <Command.Group heading="Search" forceMount>
              <Command.Item
                forceMount
                value={`for ${text}`}
                onSelect={goTo(`/?q=${encodeURIComponent(text)}&drop.kind=newspaper-article`)}
              >
                Search for “{text}”
              </Command.Item>
            </Command.Group>
          )}
        </Command.List>
      </Command>
    </Dialog>
  );
}
