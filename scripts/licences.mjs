// The licences of all packages that come with the app, in full: programs for the browser carry none of them, so that
// readers need not load them with each page; they stand here, linked from About.
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const TEXT = /^(?:licen[cs]e|copying|notice)/i;
export function licencesText() {
  const { packages } = JSON.parse(readFileSync('package-lock.json', 'utf8'));
  /** By text, the packages that it is of. */
  const texts = new Map();
  const without = [];
  for (const [path, { version, license, dev, devOptional }] of Object.entries(packages)) {
    if (!path || dev || devOptional || !existsSync(path)) continue;
    const name = `${path.replace(/.*node_modules\//, '')} ${version} (${license ?? 'see its files'})`;
    const files = readdirSync(path).filter((f) => TEXT.test(f) && !/\.(?:c?js|ts|json)$/.test(f));
    const text = files.map((f) => readFileSync(join(path, f), 'utf8').trim()).join('\n\n');
    if (text) texts.set(text, [...(texts.get(text) ?? []), name]);
    else without.push(name);
  }
  const rule = '-'.repeat(80);
  const parts = [...texts].map(([text, names]) => `${names.join('\n')}\n\n${text}`);
  return `${[...parts, `Without a text of their own:\n${without.join('\n')}`].join(`\n\n${rule}\n\n`)}\n`;
}
