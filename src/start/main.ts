/**
 * The program: reads the configuration, chooses what stands behind each port, serves. The one place that
 * knows every adapter.
 */
import { DEMO_START } from '../demo/clock';
import { HttpCalendars } from '../server/calendars';
import { HttpCirculation } from '../server/circulation';
import { machineClock } from '../server/clock';
import { readConfig } from '../server/config';
import { Passes } from '../server/pass';
import { serve } from '../server/serve';
import { OidcSignIn } from '../server/signIn';
import { movableClock } from '../standins/clock';
import { pdfMaker } from './pdfs';
import { standinData, standinWorld } from './standins';

const config = readConfig(process.env);
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
    return {
      ...world,
      passes: new Passes(config.secret, pdfs.pass),
      // A library's own systems stand where they are named.
      ...(oidc
        ? {
            signIn: new OidcSignIn(
              { ...oidc, issuer: () => oidc.issuer, insecure: oidc.issuer.startsWith('http:') },
              () => info().campuses,
            ),
          }
        : {}),
      ...(own ? { circulation: new HttpCirculation(own) } : {}),
      ...(calendars
        ? { calendars: new HttpCalendars({ calendar: calendars, zone: () => policy().zone }) }
        : {}),
      standins: { pdf: pdfs.make, habitOf: data.habitOf, ...standins },
      close: pdfs.close,
    };
  },
}).catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
