/** The command palette: every view, every open slip, every reader, by name. */

import { Command } from 'cmdk';
import { useState } from 'react';
import { moveClock } from '../../browser/settings';
import { theStore } from '../../browser/store';
import { addDays, dayOf, isoLocal, type Minutes, parseLocal, startOf } from '../../core/model/time';
import { slipTitle } from '../../core/requests/slip';
import { say } from '../../words/generated/commands';
import '../../words/generated/shell';
import { stateLabel } from '../../words/labels';
import { useHere } from '../kit/app';
import { signInHref } from '../kit/signIn';
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
    <Dialog label={say('shell.commands')} close={close}>
      <Command label={say('shell.commands')} className={styles.palette} loop>
        <Command.Input
          value={text}
          onValueChange={setText}
          placeholder={say('commands.whereToOrWhatToDo')}
          className={styles.paletteInput}
        />
        <Command.List className={styles.paletteList}>
          <Command.Empty>{say('commands.nothingByThatName')}</Command.Empty>
          <Command.Group heading={say('commands.views')}>
            <Command.Item onSelect={goTo('/')}>{say('commands.search')}</Command.Item>
            <Command.Item onSelect={goTo('/references')}>{say('commands.references')}</Command.Item>
            <Command.Item onSelect={goTo('/searches')}>{say('commands.yourSearches')}</Command.Item>
            <Command.Item onSelect={goTo('/requests')}>{say('commands.requests')}</Command.Item>
            <Command.Item onSelect={goTo('/loans')}>{say('commands.loans')}</Command.Item>
            <Command.Item onSelect={goTo('/courses')}>{say('commands.courses')}</Command.Item>
            <Command.Item onSelect={goTo('/places')}>{say('commands.places')}</Command.Item>
            <Command.Item onSelect={goTo('/browse')}>{say('commands.browse')}</Command.Item>
            <Command.Item onSelect={goTo('/shelf')}>{say('commands.shelf')}</Command.Item>
            <Command.Item onSelect={goTo('/journals')}>{say('commands.journals')}</Command.Item>
            <Command.Item onSelect={goTo('/databases')}>{say('commands.databases')}</Command.Item>
            <Command.Item onSelect={goTo('/piles')}>{say('commands.piles')}</Command.Item>
            <Command.Item onSelect={goTo('/account')}>{say('commands.keptHere')}</Command.Item>
            <Command.Item onSelect={goTo('/ask')}>{say('commands.askALibrarian')}</Command.Item>
            <Command.Item onSelect={goTo('/notices')}>{say('commands.notices')}</Command.Item>
            <Command.Item onSelect={goTo('/about')}>{say('commands.aboutLegendum')}</Command.Item>
            <Command.Item onSelect={then(showKeys)}>{say('commands.keys')}</Command.Item>
          </Command.Group>
          {slips.length > 0 && (
            <Command.Group heading={say('commands.slips')}>
              {slips.slice(0, 30).map((s) => (
                <Command.Item
                  key={s.id}
                  value={`${s.id} ${slipTitle(s)}`}
                  onSelect={goTo(`/requests/${s.id}`)}
                >
                  {slipTitle(s)} <span className={styles.hint}>{stateLabel(s.state)}</span>
                </Command.Item>
              ))}
            </Command.Group>
          )}
          <Command.Group heading={say('commands.demo')}>
            {info.movable && (
              <Command.Item
                onSelect={then(() =>
                  moveClock(theStore(), isoLocal(startOf(addDays(dayOf(now), 1), 550)), info.now),
                )}
              >
                {say('commands.clockNextDay')}
              </Command.Item>
            )}
            {info.signsIn && !info.reader && (
              <Command.Item onSelect={goTo(signInHref())}>{say('commands.signIn')}</Command.Item>
            )}
          </Command.Group>
          {text.trim() !== '' && (
            <Command.Group heading={say('commands.search')} forceMount>
              <Command.Item
                forceMount
                value={`for ${text}`}
                onSelect={goTo(`/?q=${encodeURIComponent(text)}&drop.kind=newspaper-article`)}
              >
                {say('commands.searchFor', { text })}
              </Command.Item>
            </Command.Group>
          )}
        </Command.List>
      </Command>
    </Dialog>
  );
}
