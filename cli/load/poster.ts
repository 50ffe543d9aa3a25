import { randomUUID } from 'node:crypto';
import net from 'node:net';
import type { Setup } from '@douane/core/setup';
import { ORIGIN } from './served-site';

export interface Posted {
  status: number;
  body: { id?: string; hash?: string };
}

const TIMEOUT_MS = 15_000;

/**
 * Sends choices as visitors' gates do, one after the other over a connection that is kept. It speaks just as much HTTP as
 * the recorder's answers need, so that on a small machine the load is not heavier than what it is laid upon.
 */
export class Poster {
  private readonly url: URL;
  private readonly purposes: Record<string, boolean>;
  private socket: net.Socket | null = null;

  constructor(address: string, setup: Setup) {
    this.url = new URL(address);
    this.purposes = Object.fromEntries(setup.purposes.map(({ id }) => [id, true]));
  }

  /** Sends one choice. Rejects where no whole answer comes. */
  post(id: string = randomUUID()): Promise<Posted> {
    const body = JSON.stringify({
      ...{ id, version: 1, place: 'DE', language: 'en', purposes: this.purposes },
      ...{ method: 'accept-all', gpc: false, replaces: null },
    });
    const request = [
      `POST ${this.url.pathname} HTTP/1.1`,
      `host: ${this.url.host}`,
      `origin: ${ORIGIN}`,
      'content-type: text/plain',
      `content-length: ${Buffer.byteLength(body)}`,
      'user-agent: Mozilla/5.0 (X11; Linux x86_64; rv:140.0) Gecko/20100101 Firefox/140.0',
      `x-forwarded-for: 10.${number()}.${number()}.${number()}`,
      '',
      body,
    ].join('\r\n');
    const socket = this.connected();
    return new Promise((done, fail) => {
      let text = '';
      const settle = (act: () => void, keep: boolean) => {
        socket.off('data', take).off('error', broken).off('close', cut).off('timeout', late);
        if (!keep) this.end();
        act();
      };
      const broken = (cause: Error) => settle(() => fail(cause), false);
      const cut = () => broken(new Error('cut off'));
      const late = () => broken(new Error('no answer'));
      const take = (piece: string) => {
        text += piece;
        const answer = wholeAnswer(text);
        if (answer) settle(() => done(answer), !/^connection: close/im.test(text));
      };
      socket.on('data', take).on('error', broken).on('close', cut).on('timeout', late);
      socket.write(request);
    });
  }

  end(): void {
    this.socket?.destroy();
    this.socket = null;
  }

  private connected(): net.Socket {
    if (!this.socket || this.socket.destroyed) {
      this.socket = net.connect(Number(this.url.port), this.url.hostname).setEncoding('latin1').setNoDelay(true);
      this.socket.setTimeout(TIMEOUT_MS);
      this.socket.on('error', () => {}); // told to whoever waits; between two requests nobody does
    }
    return this.socket;
  }
}

/** An answer with its length in its head, once all of it is there. */
function wholeAnswer(text: string): Posted | null {
  const head = text.indexOf('\r\n\r\n');
  if (head < 0) return null;
  const length = Number(/^content-length: (\d+)/im.exec(text)?.[1] ?? Number.NaN);
  const body = text.slice(head + 4);
  if (Number.isNaN(length)) throw new Error('an answer without a length');
  if (body.length < length) return null;
  return { status: Number(text.slice(9, 12)), body: JSON.parse(body) };
}

const number = () => Math.floor(Math.random() * 254) + 1;
