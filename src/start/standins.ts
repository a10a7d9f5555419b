/** The simulated outside world, wired: what the stand-ins' own pages need beside the ports. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { LibraryInfo } from '../core/discovery/answers';
import type { Clock, Outside } from '../core/discovery/ports';
import type { Library } from '../core/model/library';
import type { Reader } from '../core/model/reader';
import type { IndexHost } from '../server/host';
import { standinAskDesk } from '../standins/askDesk';
import type { Habit } from '../standins/habits';
import { type LendingTimeline, standinNetwork } from '../standins/lending/port';
import { standinMail } from '../standins/mail';
import type { MakePdf } from './pdfs';

/** What the pages under `/standin` are made with. */
export interface Standins {
  readonly pdf: MakePdf;
  habitOf(provider: string): Habit;
}

/** What an index directory says of the made-up providers and readers. */
export function standinData(dir: string): { readers: readonly Reader[]; habitOf: Standins['habitOf'] } {
  const { library, readers } = JSON.parse(readFileSync(join(dir, 'library.json'), 'utf8')) as {
    library: Library;
    readers: readonly Reader[];
  };
  const habits = new Map(library.providers.map((p) => [p.id as string, p.habit]));
  return { readers, habitOf: (provider) => habits.get(provider) ?? 'page' };
}

/** Every port with a stand-in behind it, but for the clock, which is the caller's choice. */
export function standinWorld(
  index: Pick<IndexHost, 'ask'>,
  info: () => LibraryInfo,
  clock: Clock,
  readers: readonly Reader[],
): Outside {
  const network = standinNetwork(
    (slip, moment) => index.ask<LendingTimeline | null>('timeline', slip, moment),
    info,
  );
  return {
    clock,
    network,
    loanDesk: network,
    askDesk: standinAskDesk(() => info().policy.holidays),
    signIn: { readers: () => readers },
    mail: standinMail,
  };
}
