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
import { Inbox } from '../server/inbox';
import { Passes } from '../server/pass';
import { PeerLending, PeerSilent } from '../server/peer';
import { serve } from '../server/serve';
import { Services } from '../server/services';
import { servicesIn } from '../server/servicesFile';
import { OidcSignIn } from '../server/signIn';
import { SmtpMail } from '../server/smtp';
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
  async outside({ index, info, policy, log }) {
    const clock = config.demo ? movableClock(DEMO_START) : machineClock(() => policy().zone);
    const pdfs = await pdfMaker({ script: new URL('./pdf.worker.mjs', import.meta.url), log });
    const { own: standins, ...world } = standinWorld({
      index,
      info,
      clock,
      data,
      secret: config.secret,
    });
    const { oidc, desk: own, calendars } = config;
    const services = new Services();
    // A library's own systems stand where they are named.
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
      : world.signIn;
    const circulation = own ? new HttpCirculation(own) : world.circulation;
    const calendar = calendars
      ? new HttpCalendars({ calendar: calendars, zone: () => policy().zone })
      : world.calendars;
    const peer = config.lending
      ? new PeerLending(config.lending, new Inbox(`${config.index.replace(/\/$/, '')}.inbox.jsonl`), info)
      : null;
    const mail = config.mail
      ? new SmtpMail(config.mail.server, config.mail.login, config.mail.from)
      : world.mail;
    const signsAgain = (error: unknown): boolean => error instanceof SignInAgain;
    return {
      ...world,
      services,
      // What is told of slips is a supplier's or the simulated network's, never both.
      ...(peer ? { loanDesk: { notices: async () => [] } } : {}),
      peer,
      network: services.watch('lending', peer ?? world.network, config.lending?.address ?? null, {
        again: ['messages', 'receive'],
        silent: () => new PeerSilent('paused'),
      }),
      askDesk: services.watch('askDesk', world.askDesk, null),
      passes: new Passes(config.secret, pdfs.pass),
      signIn: signIn && services.watch('signIn', signIn, oidc?.issuer ?? null),
      circulation:
        circulation &&
        services.watch('circulation', circulation, own?.core ?? null, {
          again: ['account', 'copies'],
          expected: signsAgain,
          silent: () => new DeskSilent('paused'),
        }),
      calendars:
        calendar &&
        services.watch('calendars', calendar, calendars || null, {
          again: ['busy'],
          silent: () => new DeskSilent('paused'),
        }),
      mail: mail && services.watch('mail', mail, config.mail?.server ?? null),
      standins: { pdf: pdfs.make, habitOf: data.habitOf, ...standins },
      close: pdfs.close,
    };
  },
}).catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
