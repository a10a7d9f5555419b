// Compiles messages/<language>/*.json (ICU MessageFormat) into modules of plain functions, so that no parser
// goes to the browser: src/words/generated/<language>/<namespace>.js, and src/words/generated/<namespace>.ts,
// which a file imports `say` from.
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { pathToFileURL } from 'node:url';

const SOURCE = 'messages';
const OUT = 'src/words/generated';
/** The language whose files say which messages there are. */
const FIRST = 'en';

/**
 * Letters of the pseudo-language: whatever is not written in them on a page does not stand in the catalogue.
 */
const ACCENTED = Object.fromEntries(
  [
    ...'aàbƀcçdđeëfƒgğhĥiïjĵkķlłmɱnñoöpþqǫrřsštŧuüvṽwŵxẋyÿzžAÀBƁCÇDĐEËFƑGĞHĤIÏJĴKĶLŁMṀNÑOÖPÞQǪRŘSŠTŦUÜVṼWŴXẊYŸZŽ',
  ].flatMap((c, i, all) => (i % 2 === 0 ? [[c, all[i + 1]]] : [])),
);
/**
 * The text of a message in the pseudo-language; what stands in braces is left as it is, its branches are not.
 */
function pseudo(tokens) {
  const text = (t) => t.replace(/[A-Za-z]/g, (c) => ACCENTED[c]).replace(/'/g, "''");
  return tokens
    .map((t) => {
      if (t.type === 'content') return text(t.value);
      if (t.type === 'octothorpe') return '#';
      if (t.type === 'argument') return `{${t.arg}}`;
      if (t.type === 'function') return `{${t.arg}, ${t.key}}`;
      const offset = t.pluralOffset ? ` offset:${t.pluralOffset}` : '';
      const cases = t.cases.map((c) => `${/^\d+$/.test(c.key) ? '=' : ''}${c.key} {${pseudo(c.tokens)}}`);
      return `{${t.arg}, ${t.type},${offset} ${cases.join(' ')}}`;
    })
    .join('');
}

/** Writes a file unless it is there as it should be: what is made from it need not be made again. */
function write(path, text) {
  if (existsSync(path) && readFileSync(path, 'utf8') === text) return;
  writeFileSync(path, text);
}

/** Throws with the file and the key when a message can't be read. */
export async function compileMessages() {
  const { default: MessageFormat } = await import('@messageformat/core');
  const { default: compileModule } = await import('@messageformat/core/compile-module.js');
  const { parse } = await import('@messageformat/parser');
  const languages = readdirSync(SOURCE);
  const namespaces = readdirSync(join(SOURCE, FIRST)).map((f) => basename(f, '.json'));
  if (existsSync(OUT))
    for (const name of readdirSync(OUT))
      if (name.endsWith('.ts') && name !== 'every.ts' && !namespaces.includes(basename(name, '.ts')))
        rmSync(join(OUT, name));
  const compiled = (language, locale, namespace, messages) => {
    // In European digits, as all that stands beside them (see writtenAs in src/words/languages.ts).
    const made = compileModule(
      new MessageFormat(locale, { requireAllArguments: false }),
      messages,
    ).replaceAll('number("ar"', 'number("ar-u-nu-latn"');
    mkdirSync(join(OUT, language), { recursive: true });
    write(join(OUT, language, `${namespace}.js`), `// @ts-nocheck\n${made}`);
    write(
      join(OUT, language, `${namespace}.d.ts`),
      'declare const messages: Readonly<Record<string, (values: Readonly<Record<string, unknown>>) => string>>;\nexport default messages;\n',
    );
  };
  for (const namespace of namespaces) {
    for (const language of languages) {
      const path = join(SOURCE, language, `${namespace}.json`);
      if (!existsSync(path)) continue;
      const messages = JSON.parse(readFileSync(path, 'utf8'));
      for (const [key, text] of Object.entries(messages)) {
        try {
          parse(text);
        } catch (error) {
          throw new Error(`${path}: “${key}” can’t be read: ${error.message}`);
        }
      }
      compiled(language, language, namespace, messages);
      if (language === FIRST)
        compiled(
          'pseudo',
          language,
          namespace,
          Object.fromEntries(Object.entries(messages).map(([key, text]) => [key, pseudo(parse(text))])),
        );
    }
    // What a server speaks besides is taken in by its own program (src/server/everyLanguage.ts).
    write(
      join(OUT, `${namespace}.ts`),
      `/** Made by scripts/messages.mjs: the words of “${namespace}”, and what says them. */\nimport words from './${FIRST}/${namespace}.js';\nimport { register } from '../say';\n\nregister('${namespace}', words);\nexport { say } from '../say';\n`,
    );
  }
  const others = [...languages.filter((l) => l !== FIRST), 'pseudo'];
  const has = (language, namespace) => existsSync(join(OUT, language, `${namespace}.js`));
  const all = others.flatMap((l) => namespaces.filter((n) => has(l, n)).map((n) => [l, n]));
  write(
    join(OUT, 'every.ts'),
    [
      "/** Made by scripts/messages.mjs: the words of every language but the first. */\nimport { register } from '../say';",
      ...all.map(([l, n]) => `import ${l}_${n} from './${l}/${n}.js';`),
      ...all.map(([l, n]) => `register('${n}', ${l}_${n}, '${l}');`),
      '',
    ].join('\n'),
  );
}
if (process.argv[1] && import.meta.url === pathToFileURL(process.argv[1]).href) await compileMessages();
