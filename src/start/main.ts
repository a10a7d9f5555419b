/**
 * The program: reads the configuration, chooses what stands behind each port, serves. The one place that
 * knows every adapter.
 */
import { DeskSilent, SignInAgain } from '../core/discovery/ports';
import { DEMO_START } from '../demo/clock';
import { HttpCalendars } from '../server/calendars';
import { HttpCirculation } from '../server/circulation';
import { machineClock } from '../server/clock';
import { readConfig } from '../server/config';
import { DeskNetwork, OwnAskDesk } from '../server/deskNetwork';
import { Inbox } from '../server/inbox';
import { Passes } from '../server/pass';
import { PeerLending, PeerSilent } from '../server/peer';
import { serve } from '../server/serve';
import { Services } from '../server/services';
import { servicesIn } from '../server/servicesFile';
import { OidcSignIn } from '../server/signIn';
import { SmtpMail } from '../server/smtp';
import { SupplyDesk } from '../server/supplyDesk';
import { movableClock } from '../standins/clock';
import { pdfMaker } from './pdfs';
import { standinData, standinWorld } from './standins';

// What library.yaml says of services stands in the index; the environment goes before it.
const config = readConfig({ ...servicesIn(process.env), ...process.env });
const data = standinData(config.index);

serve(config, {
  worker: new URL('./index.worker.mjs', import.meta.url),
  files: new URL('../client', import.meta.url),
  pages: new URL('../server/entry.mjs', import.meta.url),
  styles: new URL('./styles.json', import.meta.url),
  programs: {
    index: new URL('./indexing.mjs', import.meta.url),
    harvest: new URL('./harvesting.mjs', import.meta.url),
  },
  async outside({ index, info, policy, log }) {
    const clock = config.demo ? movableClock(DEMO_START) : machineClock(() => policy().zone);
    const pdfs = await pdfMaker({ script: new URL('./pdf.worker.mjs', import.meta.url), log });
    const { oidc, desk: own, calendars } = config;
    // Nothing is simulated for a library's own readers: what does not stand where it is named is not there.
    const simulated = config.demo ? standinWorld({ index, info, clock, data, secret: config.secret }) : null;
    const services = new Services();
    const signIn = oidc
      ? new OidcSignIn(
          {
            ...oidc,
            issuer: () => oidc.issuer,
            insecure: oidc.issuer.startsWith('http:'),
            staff: config.staff,
          },
          () => info().campuses,
        )
      : (simulated?.signIn ?? null);
    const circulation = own ? new HttpCirculation(own) : (simulated?.circulation ?? null);
    const calendar = calendars
      ? new HttpCalendars({ calendar: calendars, zone: () => policy().zone })
      : (simulated?.calendars ?? null);
    const mail = config.mail
      ? new SmtpMail(config.mail.server, config.mail.login, config.mail.from)
      : (simulated?.mail ?? null);
    const beside = config.index.replace(/\/$/, '');
    const inbox = new Inbox(`${beside}.inbox.jsonl`);
    const peer = config.lending ? new PeerLending(config.lending, inbox, info) : null;
    const isOurs = (agency: string): boolean =>
      agency === info().agency || info().campuses.some((c) => c.agency === agency);
    const supplies =
      simulated && !config.supplies
        ? null
        : new SupplyDesk(`${beside}.requests.jsonl`, info, async (xml, agency, id) => {
            if (isOurs(agency)) inbox.came(id, xml);
            else if (peer) await peer.tell(xml);
            else throw new PeerSilent('no partner');
          });
    const staffed = supplies && !simulated ? new DeskNetwork(supplies, inbox, info, peer) : null;
    const network = staffed ?? peer ?? simulated?.network;
    if (!network) throw new Error('Nobody answers requests.');
    return {
      clock,
      services,
      // What is told of slips is staff's, a supplier's or the simulated network's, never two of them.
      loanDesk: staffed ?? (peer || !simulated ? { notices: async () => [] } : simulated.loanDesk),
      peer,
      supplies,
      lendsOut: config.supplies,
      network: services.watch('lending', network, config.lending?.address ?? null, {
        again: ['messages', 'receive'],
        silent: () => new PeerSilent('paused'),
      }),
      askDesk: services.watch('askDesk', simulated?.askDesk ?? new OwnAskDesk(supplies, info), null),
      passes: new Passes(config.secret, pdfs.pass),
      signIn: signIn && services.watch('signIn', signIn, oidc?.issuer ?? null),
      circulation:
        circulation &&
        services.watch('circulation', circulation, own?.core ?? null, {
          again: ['account', 'copies'],
          expected: (error) => error instanceof SignInAgain,
          silent: () => new DeskSilent('paused'),
        }),
      calendars:
        calendar &&
        services.watch('calendars', calendar, calendars || null, {
          again: ['busy'],
          silent: () => new DeskSilent('paused'),
        }),
      mail: mail && services.watch('mail', mail, config.mail?.server ?? null),
      standins: simulated && { pdf: pdfs.make, habitOf: data.habitOf, ...simulated.own },
      close: async () => {
        supplies?.close();
        await pdfs.close();
      },
    };
  },
}).catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
