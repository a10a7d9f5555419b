/** `tool gralsund`: writes the second made-up library's folder to examples/gralsund anew. */
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { gralsundFolder } from '../../demo/gralsund/folder';

const DIR = 'examples/gralsund';
rmSync(DIR, { recursive: true, force: true });
for (const [path, content] of gralsundFolder()) {
  mkdirSync(dirname(join(DIR, path)), { recursive: true });
  writeFileSync(join(DIR, path), content);
}
console.log(DIR);
