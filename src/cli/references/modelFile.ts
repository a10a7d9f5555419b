/** Where the model that reads references stands in the tree: written by training, read by tools and benches. */
import { readFileSync } from 'node:fs';
import { decodeModel, type Model } from '../../core/references/tagger';

export const MODEL_FILE = 'public/models/references.bin';
export const theModel = (): Model => decodeModel(readFileSync(MODEL_FILE));
