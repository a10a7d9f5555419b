/**
 * `tool check DIR`: reads an index directory whole and says whether it is as it was built. Ends with 1 when
 * it is not.
 */

import { damage } from '../../server/manifest';
import { say } from '../../words/generated/indexfile';
import { argsOf } from '../args';

const { positionals } = argsOf('npm run tool -- check DIR', {});
const [dir] = positionals.filter((p) => p !== '--' && p !== 'check');
if (!dir) {
  console.error('Name the index directory: npm run tool -- check data/demo-100000');
  process.exit(2);
}
const damaged = damage(dir, {}, true);
const wrong = damaged && say(damaged);
console.log(wrong ?? `${dir} is as it was built.`);
process.exitCode = wrong ? 1 : 0;
