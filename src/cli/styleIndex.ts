/** `run styleIndex FILE`: writes down what public styles there are, once when the app is built. */
import { writeFileSync } from 'node:fs';
import { listStyles } from '../server/styles';

const [file] = process.argv.slice(2);
if (!file) throw new Error('Which file?');
writeFileSync(file, JSON.stringify(await listStyles()));
