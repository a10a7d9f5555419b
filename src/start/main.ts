/**
 * The program: reads the configuration, chooses what stands behind each port, serves. The one place that
 * knows every adapter.
 */
import { DEMO_START } from '../demo/clock';
import { machineClock } from '../server/clock';
import { readConfig } from '../server/config';
import { serve } from '../server/serve';
import { movableClock } from '../standins/clock';
import { pdfMaker } from './pdfs';
import { standinData, standinWorld } from './standins';

const config = readConfig(process.env);
const { readers, habitOf } = standinData(config.index);

serve(config, {
  worker: new URL('./index.worker.mjs', import.meta.url),
  files: new URL('../client', import.meta.url),
  pages: new URL('../server/entry.mjs', import.meta.url),
  styles: new URL('./styles.json', import.meta.url),
  async outside({ index, info, policy, log }) {
    const clock = config.demo ? movableClock(DEMO_START) : machineClock(() => policy().zone);
    const pdfs = await pdfMaker({ script: new URL('./pdf.worker.mjs', import.meta.url), log });
    return {
      ...standinWorld(index, info, clock, readers),
      standins: { pdf: pdfs.make, habitOf },
      close: pdfs.close,
    };
  },
}).catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
