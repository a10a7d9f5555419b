/**
 * The catalogue and the code agree: every code that is said stands in it, with the values it asks for, and
 * nothing lies unused.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { parse, type Token } from '@messageformat/parser';
import ts from 'typescript';
import { describe, expect, it } from 'vitest';

const under = (dir: string, ending: RegExp): string[] =>
  readdirSync(dir, { recursive: true, encoding: 'utf8' })
    .filter((f) => ending.test(f))
    .map((f) => join(dir, f));
const FIRST = 'messages/en';
const catalogue = new Map<string, string>(
  under(FIRST, /\.json$/).flatMap((path) =>
    Object.entries(JSON.parse(readFileSync(path, 'utf8')) as Record<string, string>).map(
      ([key, text]): [string, string] => [`${basename(path, '.json')}.${key}`, text],
    ),
  ),
);
/** The arguments that a message asks for, those of its branches among them. */
function argumentsOf(text: string): string[] {
  const names = new Set<string>();
  const look = (tokens: readonly Token[]): void => {
    for (const t of tokens) {
      if ('arg' in t) names.add(t.arg);
      if ('cases' in t) for (const c of t.cases) look(c.tokens);
    }
  };
  look(parse(text));
  return [...names];
}

interface Use {
  readonly where: string;
  /** A code, or a pattern of codes where it is put together. */
  readonly code: string | RegExp;
  /** Names of the values given; null where they can't be read off. */
  readonly given: readonly string[] | null;
}
const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
function codesIn(node: ts.Expression): (string | RegExp)[] {
  if (ts.isStringLiteralLike(node)) return [node.text];
  if (ts.isParenthesizedExpression(node)) return codesIn(node.expression);
  if (ts.isConditionalExpression(node)) return [...codesIn(node.whenTrue), ...codesIn(node.whenFalse)];
  if (ts.isTemplateExpression(node))
    return [
      new RegExp(
        `^${escaped(node.head.text)}${node.templateSpans.map((s) => `[\\w-]+${escaped(s.literal.text)}`).join('')}$`,
      ),
    ];
  return [];
}
function namesIn(node: ts.Expression | undefined): readonly string[] | null {
  if (!node) return [];
  if (!ts.isObjectLiteralExpression(node)) return null;
  const names = node.properties.map((p) => (ts.isSpreadAssignment(p) || !p.name ? null : p.name.getText()));
  return names.includes(null) ? null : (names as string[]);
}
/** Attributes that readers see or hear. */
const READ_ALOUD = /^(aria-label|title|placeholder|alt|label)$/;
/** The product’s own name is the same in every language. */
const NAME = /: Legendum$/;

function usesIn(path: string): { uses: Use[]; literals: string[]; written: string[] } {
  const text = readFileSync(path, 'utf8');
  // The front of a page is TypeScript, its markup is near enough to TSX for the calls in it.
  const source = ts.createSourceFile(
    path.endsWith('.astro') ? `${path}.tsx` : path,
    path.endsWith('.astro') ? text.replace(/^---$/m, '').replace(/^---$/m, '') : text,
    ts.ScriptTarget.Latest,
    true,
    path.endsWith('.ts') ? ts.ScriptKind.TS : ts.ScriptKind.TSX,
  );
  const uses: Use[] = [];
  const literals: string[] = [];
  const written: string[] = [];
  const look = (node: ts.Node): void => {
    if (ts.isStringLiteralLike(node)) literals.push(node.text);
    if (ts.isJsxText(node) && !path.includes('standin')) written.push(`${path}: ${node.text.trim()}`);
    if (
      ts.isJsxAttribute(node) &&
      READ_ALOUD.test(node.name.getText()) &&
      node.initializer &&
      ts.isStringLiteral(node.initializer)
    )
      written.push(`${path}: ${node.initializer.text}`);
    if (ts.isCallExpression(node) && /^(say|msg)$/.test(node.expression.getText()) && node.arguments[0])
      for (const code of codesIn(node.arguments[0]))
        uses.push({
          where: `${path}:${source.getLineAndCharacterOfPosition(node.getStart()).line + 1}`,
          code,
          given: namesIn(node.arguments[1]),
        });
    ts.forEachChild(node, look);
  };
  look(source);
  return { uses, literals, written };
}

const files = under('src', /\.(ts|tsx|astro)$/).filter(
  (f) => !/generated|src\/cli/.test(f) && !/\.test\.tsx?$/.test(f),
);
const read = files.map(usesIn);
const uses = read.flatMap((r) => r.uses);

describe('the catalogue', () => {
  it('is used from many places', () => expect(uses.length).toBeGreaterThan(500));
  it('has every code that is said', () => {
    const all = [...catalogue.keys()];
    const missing = uses.filter(({ code }) =>
      typeof code === 'string' ? !catalogue.has(code) : !all.some((k) => code.test(k)),
    );
    expect(missing.map((u) => `${u.where} ${u.code}`)).toEqual([]);
  });
  it('is given the values it asks for, and no others', () => {
    const wrong = uses.flatMap(({ where, code, given }) => {
      const text = typeof code === 'string' ? catalogue.get(code) : undefined;
      if (text === undefined || given === null) return [];
      const wanted = argumentsOf(text);
      const odd = [
        ...wanted.filter((w) => !given.includes(w)).map((w) => `lacks ${w}`),
        ...given.filter((g) => !wanted.includes(g)).map((g) => `doesn’t use ${g}`),
      ];
      return odd.length ? [`${where} ${code}: ${odd.join(', ')}`] : [];
    });
    expect(wrong).toEqual([]);
  });
  it('is the only place for words: no view has any of its own', () =>
    expect(read.flatMap((r) => r.written).filter((t) => /: .*[A-Za-z]{2}/.test(t) && !NAME.test(t))).toEqual(
      [],
    ));
  it('has no message that nobody says', () => {
    const said = new Set([
      ...read.flatMap((r) => r.literals),
      ...uses.flatMap(({ code }) => (typeof code === 'string' ? [code] : [])),
    ]);
    const patterns = [...new Set(uses.flatMap(({ code }) => (typeof code === 'string' ? [] : [code])))];
    const unused = [...catalogue.keys()].filter((k) => !said.has(k) && !patterns.some((p) => p.test(k)));
    expect(unused).toEqual([]);
  });
});
