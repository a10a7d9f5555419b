/**
 * The thread that makes PDFs, the stand-ins' and passes: a tenth to half a second each, which the thread that serves can't
 * spare.
 */
import { parentPort } from 'node:worker_threads';
import { type PassText, passPdf } from '../server/passPdf';
import type { Job, Reply } from '../server/pool';
import { makePdf, type PdfText } from '../standins/pdf';

if (!parentPort) throw new Error('pdf.worker runs in a worker thread');
const port = parentPort;
port.on('message', async ({ n, method, args }: Job) => {
  let reply: Reply;
  try {
    reply = {
      n,
      bytes: await (method === 'pass' ? passPdf(args[0] as PassText) : makePdf(args[0] as PdfText)),
    };
  } catch (error) {
    reply = {
      n,
      error: error instanceof Error ? (error.stack ?? error.message) : String(error),
      slow: false,
    };
  }
  port.postMessage(reply);
});
port.postMessage({ ready: true });
