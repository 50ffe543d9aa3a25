import type { AddressInfo } from 'node:net';
import { simpleParser } from 'mailparser';
import { SMTPServer } from 'smtp-server';

/** A letter that reached the stand-in mailbox. */
export interface ReceivedLetter {
  at: number;
  from: string;
  to: string;
  subject: string;
  text: string;
}

export interface Mailbox {
  /** What a mail program is told, such as `smtp://127.0.0.1:2525`. */
  url: string;
  letters: ReceivedLetter[];
  close(): Promise<void>;
}

const MOST_LETTERS = 200;

/** A mail server on loopback that takes every letter and keeps the newest for reading. Port 0 takes a free one. */
export async function startMailbox(port = 0): Promise<Mailbox> {
  const letters: ReceivedLetter[] = [];
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    onData(stream, _session, done) {
      simpleParser(stream).then(({ from, to, subject = '', text = '' }) => {
        const addressed = [to ?? []].flat().map((one) => one.text);
        letters.unshift({ at: Date.now(), from: from?.text ?? '', to: addressed.join(', '), subject, text });
        letters.length = Math.min(letters.length, MOST_LETTERS);
        done();
      }, done);
    },
  });
  await new Promise<void>((resolve, reject) => {
    server.on('error', reject);
    server.listen(port, '127.0.0.1', resolve);
  });
  const actual = (server.server.address() as AddressInfo).port;
  return { url: `smtp://127.0.0.1:${actual}`, letters, close: () => new Promise((done) => server.close(done)) };
}
