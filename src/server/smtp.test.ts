/** Mails over SMTP, to a server of another maker. */
import type { AddressInfo } from 'node:net';
import { SMTPServer } from 'smtp-server';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { MailRefused, SmtpMail } from './smtp';

let server: SMTPServer;
let taken: { from: string; to: string[]; text: string }[];
/** Recipients that the server does not know. */
const UNKNOWN = 'nobody@tarn.example';
beforeEach(async () => {
  taken = [];
  server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS'],
    onRcptTo: ({ address }, _session, done) =>
      done(address === UNKNOWN ? Object.assign(new Error('no such mailbox'), { responseCode: 550 }) : null),
    onData: (stream, { envelope }, done) => {
      let text = '';
      stream.on('data', (piece) => {
        text += piece;
      });
      stream.on('end', () => {
        const from = envelope.mailFrom ? envelope.mailFrom.address : '';
        taken.push({ from, to: envelope.rcptTo.map((r) => r.address), text });
        done();
      });
    },
  });
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
});
afterEach(() => new Promise<void>((done) => server.close(() => done())));

const mailer = () =>
  new SmtpMail(
    `smtp://127.0.0.1:${(server.server.address() as AddressInfo).port}`,
    null,
    'library@tarn.example',
  );
const message = [
  'Message-ID: <one@tarn.example>',
  'From: Library <library@tarn.example>',
  'To: ada@tarn.example',
  'Subject: =?utf-8?B?S8O8c3Rl?=',
  '',
  'A line.',
  '.',
  'Behind a dot.',
].join('\r\n');

it('goes out as it is, to whom it is for, and answers with its Message-ID', async () => {
  const mail = mailer();
  expect(await mail.send({ to: ['ada@tarn.example', 'bo@tarn.example'], message })).toBe(
    '<one@tarn.example>',
  );
  expect(taken).toMatchObject([
    { from: 'library@tarn.example', to: ['ada@tarn.example', 'bo@tarn.example'] },
  ]);
  expect(taken[0]?.text.trimEnd()).toBe(message);
  mail.close();
});
it('that is not taken says so, without what stands in it', async () => {
  const mail = mailer();
  await expect(mail.send({ to: [UNKNOWN], message })).rejects.toBeInstanceOf(MailRefused);
  await expect(mail.send({ to: ['ada@tarn.example', UNKNOWN], message })).rejects.toThrow('1 of 2');
  await expect(mail.send({ to: [], message })).rejects.toBeInstanceOf(MailRefused);
  await expect(mail.send({ to: ['ada@tarn.example'], message: 'no id' })).rejects.toBeInstanceOf(MailRefused);
  const { port } = server.server.address() as AddressInfo;
  // It asks for a word, and has no TLS to say it in: the word is not said.
  const login = new SmtpMail(`smtp://127.0.0.1:${port}`, { user: 'u', pass: 'word' }, 'library@tarn.example');
  const said = await login.send({ to: ['ada@tarn.example'], message }).catch((e: unknown) => String(e));
  expect(said).toMatch(/MailRefused/);
  expect(said).not.toContain('word');
  await new Promise<void>((done) => server.close(() => done()));
  await expect(mailer2(port).send({ to: ['ada@tarn.example'], message })).rejects.toThrow(/^E[A-Z]+$/);
  server = new SMTPServer();
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
});
const mailer2 = (port: number) => new SmtpMail(`smtp://127.0.0.1:${port}`, null, 'library@tarn.example');
