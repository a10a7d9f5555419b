/**
 * The program: reads the configuration, chooses what stands behind each port, serves. The one place that
 * knows every adapter.
 */
import { DeskSilent, SignInAgain } from '../core/discovery/ports';
import { isOurAgency } from '../core/requests/correspondent';
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
  browserPrograms: new URL('./programs.json', import.meta.url),
  programs: {
    index: new URL('./indexing.mjs', import.meta.url),
    harvest: new URL('./harvesting.mjs', import.meta.url),
  },
  async outside({ index, info, policy, log }) {
    const clock = config.demo ? movableClock(DEMO_START) : machineClock(() => policy().zone);
    const pdfs = await pdfMaker({ script: new URL('./pdf.worker.mjs', import.meta.url), log });
    const { oidc, desk, calendars } = config;
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
    const circulation = desk ? new HttpCirculation(desk) : (simulated?.circulation ?? null);
    const calendar = calendars
      ? new HttpCalendars({ calendar: calendars, zone: () => policy().zone })
      : (simulated?.calendars ?? null);
    const mail = config.mail
      ? new SmtpMail(config.mail.server, config.mail.login, config.mail.from)
      : (simulated?.mail ?? null);
    const beside = config.index.replace(/\/$/, '');
    const inbox = new Inbox(`${beside}.inbox.jsonl`);
    const own = config.lending && new PeerLending(config.lending, inbox, info);
    // What goes out is sheltered; what has come in is there whether the partner answers or not.
    const peer =
      own &&
      services.watch('lending', own, config.lending?.address ?? null, {
        out: ['receive', 'tell'],
        silent: () => new PeerSilent('paused'),
      });
    const requests = new SupplyDesk(`${beside}.requests.jsonl`, info, async (xml, agency, id) => {
      if (isOurAgency(info(), agency)) inbox.came(id, xml);
      else if (peer) await peer.tell(xml);
      else throw new PeerSilent('no partner');
    });
    // What is told of slips is staff's, a supplier's or the simulated network's, never two of them.
    const staffed = new DeskNetwork(requests, inbox, info, peer);
    const said = simulated
      ? {
          network: peer ?? simulated.network,
          loanDesk: peer ? { notices: async () => [] } : simulated.loanDesk,
          askDesk: simulated.askDesk,
        }
      : { network: staffed, loanDesk: staffed, askDesk: new OwnAskDesk(requests, info) };
    return {
      clock,
      services,
      peer: own,
      network: peer ? said.network : services.watch('lending', said.network, null),
      loanDesk: said.loanDesk,
      askDesk: services.watch('askDesk', said.askDesk, null),
      supplies: simulated && !config.supplies ? null : requests,
      lendsOut: config.supplies,
      passes: new Passes(config.secret, pdfs.pass),
      signIn: signIn && services.watch('signIn', signIn, oidc?.issuer ?? null),
      circulation:
        circulation &&
        services.watch('circulation', circulation, desk?.core ?? null, {
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
        requests.close();
        await pdfs.close();
      },
    };
  },
}).catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
