// The browser's programs in every language. They are built once, with a mark in the place of each namespace's
// words; here each is written out once a language, the marks replaced by that language's words, into a folder
// that is named by what is in it: a browser loads one language's words and keeps them for good.
import { createHash } from 'node:crypto';
import { linkSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';

const GENERATED = 'src/words/generated';
const FIRST = 'en';
/** What a namespace's words are as long as no language is chosen. */
export const mark = (namespace) => `__WORDS_${namespace}__`;
const MARKED = /(["'`])__WORDS_([a-z]+)__\1/g;
/** Programs by their path at the server, and as the preloader has them. */
const ADDRESS = /(["'`])(\/?)_astro\/([\w.-]+\.js)\1/g;

/** The words of a language as expressions, by namespace. */
async function expressions(language) {
  const names = readdirSync(join(GENERATED, language)).filter((f) => f.endsWith('.js'));
  const made = await build({
    entryPoints: names.map((f) => join(GENERATED, language, f)),
    bundle: true,
    format: 'esm',
    minify: true,
    write: false,
    outdir: 'words',
  });
  return new Map(
    made.outputFiles.map(({ path, text }) => {
      const [whole, name] = /export\{(\w+) as default\};?\s*$/.exec(text);
      return [/(\w+)\.js$/.exec(path)[1], `(()=>{${text.slice(0, -whole.length)}return ${name}})()`];
    }),
  );
}

/** @param client the folder of what browsers get @returns the folder of each language's programs */
export async function speakAll(client) {
  const from = join(client, '_astro');
  const names = readdirSync(from).filter((f) => f.endsWith('.js'));
  const texts = new Map(names.map((f) => [f, readFileSync(join(from, f), 'utf8')]));
  const first = await expressions(FIRST);
  const folders = {};
  for (const language of [FIRST, ...readdirSync(GENERATED).filter((f) => !f.includes('.') && f !== FIRST)]) {
    const words = language === FIRST ? first : await expressions(language);
    const digest = createHash('sha1')
      .update(JSON.stringify([...texts, ...words, ...first]))
      .digest('hex');
    const folder = `${language}-${digest.slice(0, 10)}`;
    mkdirSync(join(from, folder));
    for (const [name, text] of texts) {
      const said = text
        .replace(MARKED, (_, _q, namespace) => words.get(namespace) ?? first.get(namespace))
        .replace(/__LANGUAGE__/g, language)
        .replace(ADDRESS, (_, q, slash, file) => `${q}${slash}_astro/${folder}/${file}${q}`);
      // What has no words is one file with several names.
      if (said === text) linkSync(join(from, name), join(from, folder, name));
      else writeFileSync(join(from, folder, name), said);
    }
    folders[language] = folder;
  }
  for (const name of names) rmSync(join(from, name));
  return folders;
}
