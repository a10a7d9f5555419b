import { describe, expect, it } from 'vitest';
import { readBreach } from './breaches';

const report = (said: object) => JSON.stringify({ 'csp-report': said });

describe('a report about the content security policy', () => {
  it('becomes the rule and the kind of thing, without the page’s address or any code', () => {
    const text = report({
      'document-uri': 'https://library.example/?q=private+matter',
      referrer: 'https://library.example/records/tu1',
      'effective-directive': 'script-src-elem',
      'blocked-uri': 'https://elsewhere.example/a.js?who=me',
      'script-sample': 'secret()',
    });
    expect(readBreach(text)).toEqual({ directive: 'script-src-elem', blocked: 'https://elsewhere.example' });
  });
  it.each([
    ['inline', 'inline'],
    ['wasm-eval', 'wasm-eval'],
    ['data:text/html,private', 'data'],
    ['', 'unknown'],
    ['private words that are no address', 'unknown'],
  ])('says %j as %j', (blocked, kind) => {
    expect(readBreach(report({ 'effective-directive': 'img-src', 'blocked-uri': blocked }))?.blocked).toBe(
      kind,
    );
  });
  it('takes the older name, of which only the directive counts', () => {
    expect(readBreach(report({ 'violated-directive': "style-src 'self' https://x.example" }))).toEqual({
      directive: 'style-src',
      blocked: 'unknown',
    });
  });
  it.each([
    '',
    '[]',
    'null',
    '{"csp-report":1}',
    report({}),
    report({ 'effective-directive': '<b>' }),
    report({ 'effective-directive': {} }),
  ])('is nothing when it is %s', (text) => expect(readBreach(text)).toBeNull());
});
