/** A mail server that takes every mail and sends none: what it took is forgotten. */
import type { Mail } from '../core/discovery/ports';

/** Answers with the mail's own Message-ID. Rejects what has none, as a mail server would. */
export const standinMail: Mail = {
  async send({ to, message }) {
    const id = /^Message-ID:\s*(<[^>\s]+>)/im.exec(message)?.[1];
    if (!id || !to.length) throw new Error('A mail has a Message-ID and at least one recipient.');
    return id;
  },
};
