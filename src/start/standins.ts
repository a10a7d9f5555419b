/** The simulated outside world, wired: what the stand-ins' own pages need beside the ports. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { LibraryInfo } from '../core/discovery/answers';
import type { Clock, Outside } from '../core/discovery/ports';
import type { Library } from '../core/model/library';
import type { Reader } from '../core/model/reader';
import { type Minutes, parseLocal } from '../core/model/time';
import { HttpCalendars } from '../server/calendars';
import { HttpCirculation } from '../server/circulation';
import type { IndexHost } from '../server/host';
import { OidcSignIn } from '../server/signIn';
import { standinAskDesk } from '../standins/askDesk';
import { StandinCalendars } from '../standins/calendars';
import { campusUri, Desk, editionUri } from '../standins/circulation/desk';
import { DeskHttp } from '../standins/circulation/http';
import { DeskTokens } from '../standins/circulation/tokens';
import type { Habit } from '../standins/habits';
import { CLIENT, IdentityProvider } from '../standins/identity';
import { type LendingTimeline, standinNetwork } from '../standins/lending/port';
import { standinMail } from '../standins/mail';
import { below } from '../standins/path';
import type { MakePdf } from './pdfs';

/** What the pages under `/standin` are made with. */
export interface Standins {
  readonly pdf: MakePdf;
  habitOf(provider: string): Habit;
  readonly identity: IdentityProvider;
  readonly desk: Desk;
  readonly deskHttp: DeskHttp;
  readonly calendars: StandinCalendars;
}
/** What an index directory says of the made-up university. */
export interface StandinData {
  readonly library: Library;
  readonly readers: readonly Reader[];
  readonly habitOf: Standins['habitOf'];
}

export function standinData(dir: string): StandinData {
  const { library, readers } = JSON.parse(readFileSync(join(dir, 'library.json'), 'utf8')) as {
    library: Library;
    readers: readonly Reader[];
  };
  const habits = new Map(library.providers.map((p) => [p.id as string, p.habit]));
  return { library, readers, habitOf: (provider) => habits.get(provider) ?? 'page' };
}

/** Where the stand-ins answer, as the app's own client asks them: in this process, by no network. */
const [DESK, IDENTITY] = ['/standin/circulation', '/standin/identity'];
const CALENDARS = '/standin/calendars';
const inside = 'http://standin.invalid';

export interface World {
  readonly index: Pick<IndexHost, 'ask' | 'guidance'>;
  readonly info: () => LibraryInfo;
  readonly clock: Clock;
  readonly data: StandinData;
  /** What tokens and codes are sealed with. */
  readonly secret: string;
}
/** Every port with a stand-in behind it, but for the clock, which is the caller's choice. */
export function standinWorld({
  index,
  info,
  clock,
  data,
  secret,
}: World): Outside & { readonly own: Pick<Standins, 'desk' | 'deskHttp' | 'identity' | 'calendars'> } {
  const tokens = new DeskTokens(secret);
  const identity = new IdentityProvider(data.readers, tokens, secret);
  const desk = new Desk(
    {
      copies: (records) => index.ask('deskCopies', records),
      opening: () => index.ask('deskOpening'),
    },
    () => ({ ...data.library, policy: info().policy }),
    data.readers,
    parseLocal(clock.now()) as Minutes,
  );
  const deskHttp = new DeskHttp(desk, tokens, clock);
  const circulation = new HttpCirculation({
    core: `${inside}${DESK}/core`,
    daia: `${inside}${DESK}/daia`,
    edition: editionUri('{id}'),
    place: campusUri('{id}'),
    movable: clock.movable,
    fetch: (address, init) => {
      const request = new Request(address as string, init);
      return deskHttp.answer(request, below(DESK, new URL(request.url).pathname));
    },
  });
  const zone = () => info().policy.zone;
  const calendars = new StandinCalendars({
    librarians: async () => (await index.guidance()).librarians ?? [],
    zone,
    clock,
    calls: '/standin/call/',
  });
  // What becomes of a slip goes by where the copies stood when it was sent.
  const network = standinNetwork(async (slip, moment) => {
    const records = slip.record ? await index.ask<string[]>('shelved', [slip.record]) : [];
    const live = records.length ? await circulation.copies(records, slip.sent ?? moment.at) : {};
    return index.ask<LendingTimeline | null>('timeline', slip, moment, live);
  }, info);
  return {
    clock,
    network,
    loanDesk: network,
    askDesk: standinAskDesk(() => info().policy.holidays),
    signIn: new OidcSignIn(
      {
        issuer: (base) => `${base}${IDENTITY}`,
        client: CLIENT,
        secret: '',
        scope: 'openid profile email offline_access',
        insecure: true,
        fetch: (address, init) => {
          const request = new Request(address as string, init);
          const { origin, pathname } = new URL(request.url);
          return identity.answer(request, `${origin}${IDENTITY}`, below(IDENTITY, pathname));
        },
      },
      () => info().campuses,
    ),
    circulation,
    mail: standinMail,
    calendars: new HttpCalendars({
      calendar: `${inside}${CALENDARS}/{id}`,
      zone,
      movable: clock.movable,
      fetch: (address, init) => {
        const request = new Request(address as string, init);
        return calendars.answer(request, below(CALENDARS, new URL(request.url).pathname));
      },
    }),
    own: { identity, desk, deskHttp, calendars },
  };
}
