import { parseDay } from '../../core/model/time';
import { App } from '../kit/app';
import { Ways } from './Ways';

/** The ways to read on the record's own page; everything else there is written by the server. */
export default function RecordWays({ id, title, need }: { id: string; title: string; need: string }) {
  return (
    <App>
      <Ways record={id} title={title} needBy={parseDay(need)} level={2} />
    </App>
  );
}
