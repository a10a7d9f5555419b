/** Under which licences the packages stand that come with the app: each is one that we may pass on. */
import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';

/** Permissive, or bound to the package's own files and libraries (LGPL, MPL, CPAL are named on About and in docs). */
const MAY = new Set([
  ...[
    'MIT',
    'MIT-0',
    'ISC',
    '0BSD',
    'BSD-2-Clause',
    'BSD-3-Clause',
    'Apache-2.0',
    'BlueOak-1.0.0',
    'Python-2.0',
  ],
  ...[
    'CC0-1.0',
    'CC-BY-4.0',
    'Unicode-DFS-2016',
    'OFL-1.1',
    'LGPL-3.0',
    'LGPL-3.0-or-later',
    'MPL-2.0',
    'CPAL-1.0',
  ],
]);
/** Packages whose description names no licence, with the one that their files state. */
const STATED = new Map([['zod-to-ts', 'MIT']]);

interface Locked {
  readonly packages: Readonly<
    Record<string, { readonly license?: string; readonly dev?: boolean; readonly devOptional?: boolean }>
  >;
}
const packages = Object.entries((JSON.parse(readFileSync('package-lock.json', 'utf8')) as Locked).packages);

/** SPDX: one of several by OR, all of several by AND. */
const allowed = (expression: string): boolean =>
  expression
    .replace(/[()]/g, '')
    .split(' OR ')
    .some((all) => all.split(' AND ').every((one) => MAY.has(one.trim())));

it('of every package that comes with the app', () => {
  const own = packages.filter(([path, p]) => path && !p.dev && !p.devOptional);
  expect(own.length).toBeGreaterThan(300);
  const wrong = own.flatMap(([path, { license }]) => {
    const name = path.replace(/.*node_modules\//, '');
    const said = license ?? STATED.get(name) ?? 'none';
    return allowed(said) ? [] : [`${name}: ${said}`];
  });
  expect(wrong).toEqual([]);
});
it('a choice needs one of them, a sum all', () => {
  expect(allowed('(MIT OR GPL-3.0)')).toBe(true);
  expect(allowed('MIT AND GPL-3.0')).toBe(false);
  expect(allowed('AGPL-3.0')).toBe(false);
});
it('and their texts are given with it, in full', async () => {
  const { licencesText } = (await import('../scripts/licences.mjs')) as { licencesText: () => string };
  const text = licencesText();
  for (const name of ['react', 'dexie', 'citeproc', '@tanstack/react-query'])
    expect(text).toMatch(new RegExp(`^${name} \\d`, 'm'));
  expect(text).toContain('Permission is hereby granted, free of charge');
  expect(text).toContain('Copyright (c) Meta Platforms');
});
