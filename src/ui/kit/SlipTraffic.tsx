/** What goes to and fro about slips while a page is open. Loaded where there are slips. */
import { useEffect } from 'react';
import { isOffline } from '../../browser/client';
import { look } from '../../browser/offline/page';
import { sendGoing, takeNews } from '../../browser/slips';
import { theStore } from '../../browser/store';
import { noteNews, noteTrouble } from '../../browser/trouble';
import { isListening } from '../../core/model/slipStates';
import { useHere } from './app';

/**
 * Takes in news whenever the clock moves or a slip goes out, and sends again what was told to go when the
 * connection is back.
 */
function useSlipTraffic(): void {
  const { reader, moment, slips } = useHere();
  const under = slips.filter((s) => isListening(s.state)).length;
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked again when the clock or the number under way changes, not on every message
  useEffect(() => {
    let gone = false;
    takeNews(theStore(), reader.id, moment)
      .then(() => !gone && noteNews(null))
      .catch((error: unknown) => {
        // What the store could not keep is the store's trouble; that nothing was heard is said with the
        // requests.
        if (noteTrouble(error, true) || gone) return;
        noteNews(error);
        if (isOffline(error)) void look();
      });
    return () => {
      gone = true;
    };
  }, [reader.id, moment.at, under]);
  useEffect(() => {
    // What could not be sent stays in Outgoing with its reason; what the store could not keep is said in the
    // notice.
    const retry = () =>
      void sendGoing(theStore(), reader.id, moment).catch((error: unknown) => void noteTrouble(error, true));
    retry();
    window.addEventListener('online', retry);
    return () => window.removeEventListener('online', retry);
  }, [reader.id, moment]);
}

export default function SlipTraffic() {
  useSlipTraffic();
  return null;
}
