import { describe, expect, it } from 'vitest';
import { languageFor } from './language';

const asked = (url: string, headers: Readonly<Record<string, string>> = {}, library = 'en', tried = false) =>
  languageFor({ url, headers }, library, tried);

describe('the language of an answer', () => {
  it.each([
    ['/', {}, 'en'],
    ['/', { 'accept-language': 'de-AT,de;q=0.9,en;q=0.5' }, 'de'],
    ['/', { 'accept-language': 'nl, fr;q=0.8, de;q=0.4' }, 'fr'],
    ['/', { 'accept-language': 'nl' }, 'en'],
    ['/', { 'accept-language': 'fr', cookie: 'a=b; legendum-language=de' }, 'de'],
    ['/', { cookie: 'legendum-language=klingon' }, 'en'],
    ['/?lang=fr', { cookie: 'legendum-language=de' }, 'fr'],
    ['/?lang=xx', { cookie: 'legendum-language=de' }, 'de'],
    ['/?lang=__proto__', {}, 'en'],
    // Programs and pages say what they ask in; a cookie that comes along with it is older.
    ['/api/search?q=x', { 'accept-language': 'fr', cookie: 'legendum-language=de' }, 'fr'],
    ['/api/search?q=x', { 'accept-language': '*' }, 'en'],
  ] as const)('%s %o: %s', (url, headers, language) => {
    expect(asked(url, headers).language).toBe(language);
  });
  it('is the library’s own where nobody has said any', () => {
    expect(asked('/', {}, 'de').language).toBe('de');
    expect(asked('/', {}, 'nb').language).toBe('en');
  });
  it('goes out of the address, and is kept for the visit', () => {
    expect(asked('/?q=kelp%3Fx&lang=de&sort=date')).toEqual({
      language: 'de',
      url: '/?q=kelp%3Fx&sort=date',
      keep: 'legendum-language=de; Path=/; SameSite=Lax',
    });
    expect(asked('/about?lang=zz')).toMatchObject({ url: '/about', keep: null });
    // What somebody has sent takes nobody's own choice away, and programs have none.
    expect(asked('/?lang=de', { cookie: 'legendum-language=fr' })).toMatchObject({
      language: 'de',
      keep: null,
    });
    expect(asked('/api/search?q=x&lang=de')).toMatchObject({
      language: 'de',
      url: '/api/search?q=x',
      keep: null,
    });
    expect(asked('/?q=what?').url).toBe('/?q=what?');
  });
  it('is that of the tests only where it is tried', () => {
    expect(asked('/?lang=pseudo').language).toBe('en');
    expect(asked('/?lang=pseudo', {}, 'en', true).language).toBe('pseudo');
    expect(asked('/api/search', { 'accept-language': 'pseudo' }).language).toBe('en');
    expect(asked('/api/search', { 'accept-language': 'pseudo' }, 'en', true).language).toBe('pseudo');
    expect(asked('/', { cookie: 'legendum-language=pseudo' }, 'en', true).language).toBe('pseudo');
  });
});
