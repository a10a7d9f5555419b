import { parseDay } from '../../core/time';
import { App } from '../kit/app';
import { Ways } from './Ways';

/** The ways to read on the record's own page; everything else there is written by the server. */
export default function RecordWays({ id, need }: { id: string; need: string }) {
  return (
    <App>
      <Ways record={id} needBy={parseDay(need)} level={2} />
    </App>
  );
}
