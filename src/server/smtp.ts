/** Mail by a library's own server: SMTP (RFC 5321), with TLS where the server has it. */
import { createTransport } from 'nodemailer';
import type { Mail, OutgoingMail } from '../core/discovery/ports';

/** Milliseconds for a connection, and for an answer. */
const [CONNECTED, ANSWERED] = [10_000, 20_000];

/** The mail server did not take a mail. */
export class MailRefused extends Error {
  override readonly name = 'MailRefused';
}
export class SmtpMail implements Mail {
  readonly #transport: ReturnType<typeof createTransport>;
  readonly #from: string;
  /**
   * @param server `smtp://host:25`, `smtps://host:465`
   * @param login user and word, where the server asks for them
   * @param from the envelope's sender: who hears of what could not be delivered
   */
  constructor(server: string, login: { readonly user: string; readonly pass: string } | null, from: string) {
    const { protocol, hostname, port } = new URL(server);
    const secure = protocol === 'smtps:';
    this.#transport = createTransport({
      host: hostname,
      port: Number(port) || (secure ? 465 : 25),
      secure,
      // A word is never said in the clear.
      requireTLS: login !== null && !secure,
      ...(login ? { auth: login } : {}),
      connectionTimeout: CONNECTED,
      greetingTimeout: CONNECTED,
      socketTimeout: ANSWERED,
    });
    this.#from = from;
  }
  async send({ to, message }: OutgoingMail): Promise<string> {
    const id = /^Message-ID:\s*(<[^>\s]+>)/im.exec(message)?.[1];
    if (!id || !to.length) throw new MailRefused('no Message-ID or no recipient');
    try {
      const { rejected } = await this.#transport.sendMail({
        envelope: { from: this.#from, to: [...to] },
        raw: message,
      });
      if (rejected.length) throw new MailRefused(`${rejected.length} of ${to.length} recipients refused`);
      return id;
    } catch (error) {
      if (error instanceof MailRefused) throw error;
      // The code and no text: that repeats addresses.
      throw new MailRefused((error as { code?: string }).code ?? 'unknown');
    }
  }
  close(): void {
    this.#transport.close();
  }
}
