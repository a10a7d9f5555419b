import { parseDay } from '../../core/model/time';
import { App } from '../kit/app';
import { Ways } from './Ways';

/** The ways to read on the record's own page; everything else there is written by the server. */
interface Props {
  readonly id: string;
  readonly title: string;
  /** What stands under the title where it is kept. */
  readonly line: string;
  readonly need: string;
}
export default function RecordWays({ id, title, line, need }: Props) {
  return (
    <App>
      <Ways record={id} title={title} line={line} needBy={parseDay(need)} level={2} />
    </App>
  );
}
