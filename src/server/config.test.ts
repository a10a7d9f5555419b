/** The configuration: defaults that work, and a start that stops with the name of what can't be used. */
import { describe, expect, it } from 'vitest';
import { settingsOf } from '../core/libraryData/services';
import { readConfig } from './config';

describe('configuration', () => {
  it('has a default for everything, on loopback', () => {
    expect(readConfig({})).toEqual({
      cluster: null,
      rate: { perSecond: 50, burst: 500 },
      drain: 0,
      counters: [],
      host: '127.0.0.1',
      port: 4321,
      index: 'data/demo-100000',
      policy: '',
      workers: 2,
      timeLimit: 5000,
      warmup: 150,
      queue: 100,
      base: '',
      proxies: [],
      // Drawn at every start: whoever wants sessions to outlive it names one.
      secret: expect.stringMatching(/^[0-9a-f]{64}$/),
      oidc: null,
      desk: null,
      lending: null,
      supplies: false,
      mail: null,
      calendars: '',
      log: 'info',
      deskToken: expect.stringMatching(/^[\w-]{24}$/),
      staff: null,
      nothingFound: false,
      demo: false,
      pseudo: false,
    });
    // An empty variable is one that was not set.
    expect(readConfig({ PORT: '', LEGENDUM_INDEX: '', LEGENDUM_LOG: '' })).toEqual({
      ...readConfig({}),
      secret: expect.any(String),
      deskToken: expect.any(String),
    });
  });
  it('takes the lending partner with the secret that was agreed on', () => {
    const lending = { LEGENDUM_LENDING: 'https://supply.example/iso18626' };
    expect(() => readConfig(lending)).toThrow(/LEGENDUM_LENDING_SECRET/);
    expect(readConfig({ ...lending, LEGENDUM_LENDING_SECRET: 's' }).lending).toEqual({
      address: 'https://supply.example/iso18626',
      secret: 's',
    });
  });
  it('takes who is staff as a claim and its value', () => {
    expect(readConfig({ LEGENDUM_STAFF: 'groups=library staff' }).staff).toEqual({
      claim: 'groups',
      value: 'library staff',
    });
    expect(() => readConfig({ LEGENDUM_STAFF: 'staff' })).toThrow(/LEGENDUM_STAFF/);
  });
  it('takes what is given', () => {
    expect(
      readConfig({ HOST: '0.0.0.0', PORT: '8080', LEGENDUM_WORKERS: '4', LEGENDUM_LOG: 'silent' }),
    ).toMatchObject({
      host: '0.0.0.0',
      port: 8080,
      workers: 4,
      log: 'silent',
    });
  });
  it('takes the librarians’ calendars, with the id of one in their address once', () => {
    const calendars = 'https://calendars.example/{id}/inbox';
    expect(readConfig({ LEGENDUM_CALENDARS: calendars }).calendars).toBe(calendars);
    for (const wrong of ['https://calendars.example/inbox', 'calendars/{id}', 'https://x.example/{id}/{id}'])
      expect(() => readConfig({ LEGENDUM_CALENDARS: wrong })).toThrow(/LEGENDUM_CALENDARS/);
  });
  it('takes the library’s own sign-in and desk, each thing’s name with its id in it once', () => {
    const own = readConfig({
      LEGENDUM_SECRET: 'kept',
      LEGENDUM_OIDC: 'https://login.example/realm/',
      LEGENDUM_OIDC_CLIENT: 'reading',
      LEGENDUM_PAIA: 'https://desk.example/paia/core',
      LEGENDUM_DESK_EDITION: 'urn:ppn:{id}',
    });
    expect(own.secret).toBe('kept');
    expect(own.oidc).toMatchObject({ issuer: 'https://login.example/realm', client: 'reading', secret: '' });
    expect(own.desk).toEqual({
      core: 'https://desk.example/paia/core',
      daia: 'https://desk.example/paia/core/daia',
      edition: 'urn:ppn:{id}',
      place: '{id}',
    });
    expect(() => readConfig({ LEGENDUM_PAIA: 'desk.example' })).toThrow('LEGENDUM_PAIA');
    expect(() => readConfig({ LEGENDUM_PAIA: 'https://a', LEGENDUM_DESK_EDITION: 'ppn' })).toThrow('{id}');
  });
  it('takes the address that readers use, and the proxies that are believed', () => {
    expect(
      readConfig({ LEGENDUM_BASE: 'https://read.example/', LEGENDUM_PROXIES: '10.0.0.1, ::1' }),
    ).toMatchObject({
      base: 'https://read.example',
      proxies: ['10.0.0.1', '::1'],
    });
    expect(() => readConfig({ LEGENDUM_PROXIES: '10.0.0.1 gateway' })).toThrow(
      'gateway is not an IP address',
    );
  });
  it.each([
    ['PORT', '0'],
    ['PORT', '70000'],
    ['PORT', 'http'],
    ['PORT', '80.5'],
    ['LEGENDUM_WORKERS', '0'],
    ['LEGENDUM_WORKERS', '17'],
    ['LEGENDUM_TIME_LIMIT', '5'],
    ['LEGENDUM_LOG', 'loud'],
    ['LEGENDUM_QUEUE', '0'],
    ['LEGENDUM_BASE', 'read.example'],
    ['LEGENDUM_BASE', 'https://read.example/library'],
  ])('%s=%s stops with its name', (name, value) => {
    expect(() => readConfig({ [name]: value })).toThrow(`${name}=${value}`);
  });
  it('takes a mail server with a sender, and says what is wrong with another', () => {
    const mail = (env: Record<string, string>) =>
      readConfig({ LEGENDUM_SMTP: 'smtp://mail.example:25', ...env }).mail;
    expect(
      mail({ LEGENDUM_MAIL_FROM: 'a@b.example', LEGENDUM_SMTP_USER: 'u', LEGENDUM_SMTP_SECRET: 's' }),
    ).toEqual({
      server: 'smtp://mail.example:25',
      from: 'a@b.example',
      login: { user: 'u', pass: 's' },
    });
    expect(() => mail({})).toThrow('LEGENDUM_MAIL_FROM');
    expect(() => mail({ LEGENDUM_SMTP: 'mail.example' })).toThrow('smtp://mail.example:25');
  });
  it('is what library.yaml says where the environment says nothing', () => {
    const said = settingsOf({
      base: 'https://read.example',
      signIn: { issuer: 'https://id.example', staff: 'groups=library' },
      circulation: { paia: 'https://desk.example/paia' },
      mail: { server: 'smtps://mail.example', from: 'a@b.example' },
      proxies: ['127.0.0.1'],
    });
    const config = readConfig({ ...Object.fromEntries(said), LEGENDUM_PAIA: 'https://other.example' });
    expect(config.base).toBe('https://read.example');
    expect(config.oidc?.issuer).toBe('https://id.example');
    expect(config.staff).toEqual({ claim: 'groups', value: 'library' });
    expect(config.desk).toMatchObject({ core: 'https://other.example', daia: 'https://other.example/daia' });
    expect(config.mail?.server).toBe('smtps://mail.example');
    expect(config.proxies).toEqual(['127.0.0.1']);
  });
});
