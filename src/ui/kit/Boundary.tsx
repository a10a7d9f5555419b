/**
 * Around every island: a fault in drawing it leaves no blank page, but a text that says what is kept, and
 * ways out. What the browser keeps can be saved first, since it may be what the view can't show.
 */

import { Component, type ReactNode } from 'react';
import { theStore } from '../../browser/store';
import { noteTrouble } from '../../browser/trouble';
import { say } from '../../words/generated/kit';
import styles from './kit.module.css';
import { saveFile } from './saveFile';

async function saveAll(): Promise<void> {
  const store = theStore();
  const tables = await Promise.all(store.tables.map(async (t) => [t.name, await t.toArray()] as const));
  saveFile(JSON.stringify(Object.fromEntries(tables), null, 1), 'application/json', 'legendum-kept.json');
}

interface Props {
  readonly children: ReactNode;
  /** Says nothing, where another island of the page already does. */
  readonly quiet?: boolean;
}
export class Boundary extends Component<Props, { readonly failed: boolean }> {
  override state = { failed: false };
  static getDerivedStateFromError(): { readonly failed: boolean } {
    return { failed: true };
  }
  override render(): ReactNode {
    if (!this.state.failed) return this.props.children;
    if (this.props.quiet) return null;
    return (
      <div className={styles.failure} role="alert">
        <p>{say('kit.thisViewCantBeShownSomething')}</p>
        <p className={styles.ways}>
          <button type="button" className={styles.link} onClick={() => this.setState({ failed: false })}>
            {say('kit.tryAgain')}
          </button>
          <button
            type="button"
            className={styles.link}
            onClick={() => void saveAll().catch((error: unknown) => void noteTrouble(error, true))}
          >
            {say('kit.saveWhatIsKeptAsA')}
          </button>
          <a href="/">{say('kit.startWithAnEmptySearch')}</a>
        </p>
      </div>
    );
  }
}
