/** Trains one of the reader's chains in a thread of its own. */
import { parentPort, workerData } from 'node:worker_threads';
import { type TrainOrder, trainJob } from './references/train';

const chain = trainJob(workerData as TrainOrder, (text) => parentPort?.postMessage({ text }));
parentPort?.postMessage({ chain });
