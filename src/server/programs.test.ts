import { describe, expect, it } from 'vitest';
import { withPrograms } from './programs';

const PAGE =
  '<head><title>x</title></head><astro-island component-url="/_astro/Search.ab.js" renderer-url="/_astro/client.cd.js">';

describe('withPrograms', () => {
  it('names those of the language, and asks for all that they need at once, each once', () => {
    const made = withPrograms(PAGE, 'de-1', {
      'Search.ab.js': ['react.js', 'words.js'],
      'client.cd.js': ['react.js'],
      'Other.js': ['other.js'],
    });
    expect(made).toContain('component-url="/_astro/de-1/Search.ab.js"');
    expect([...made.matchAll(/modulepreload"[^>]* href="([^"]+)"/g)].map(([, href]) => href)).toEqual([
      '/_astro/de-1/Search.ab.js',
      '/_astro/de-1/react.js',
      '/_astro/de-1/words.js',
      '/_astro/de-1/client.cd.js',
    ]);
    expect(made.indexOf('modulepreload')).toBeLessThan(made.indexOf('</head>'));
  });
  it('leaves a page without programs as it is', () => {
    expect(withPrograms('<head></head><p>/_astro/x.css</p>', 'de-1', {})).toBe(
      '<head></head><p>/_astro/x.css</p>',
    );
  });
});
