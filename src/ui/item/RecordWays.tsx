import type { Kind } from '../../core/model/kinds';
import type { ReferenceItem } from '../../core/model/record';
import { parseDay } from '../../core/model/time';
import { AskingApp } from '../kit/queries';
import { Ways } from './Ways';

/** The ways to read on the record's own page; everything else there is written by the server. */
interface Props {
  readonly id: string;
  /** What is kept of it. */
  readonly csl: ReferenceItem;
  readonly kind: Kind;
  readonly need: string;
}
export default function RecordWays({ id, csl, kind, need }: Props) {
  return (
    <AskingApp>
      <Ways record={id} csl={csl} kind={kind} needBy={parseDay(need)} level={2} />
    </AskingApp>
  );
}
