import type { Readable } from 'node:stream';
import { createGunzip } from 'node:zlib';
import { guardedRequest, type Resolve } from './guard';

export interface FetchOptions {
  allowPrivate: boolean;
  resolve?: Resolve[];
  /** Reading stops after this many bytes, counted after unpacking. */
  maxBytes: number;
  timeoutMs?: number;
  badCertificates?: boolean;
  /** What is asked as. */
  userAgent?: string;
  signal?: AbortSignal;
}

export interface Fetched {
  status: number;
  text: string;
  /** There was more than `maxBytes`. */
  cut: boolean;
  /** Where it came from in the end. */
  url: string;
}

const MOST_REDIRECTS = 5;

/** What Node.js's own codes mean to a person. */
const NETWORK_ERRORS: Record<string, string> = {
  ENOTFOUND: 'the name does not resolve',
  ECONNREFUSED: 'the host refused the connection',
  ECONNRESET: 'the host broke off the connection',
  ETIMEDOUT: 'the host did not answer',
};

/**
 * Fetches a text file of a site, such as `robots.txt`, outside the browser, under the same rules: private addresses are
 * refused unless allowed, also after a redirect. Unpacks gzip whether or not the headers tell of it, never beyond the
 * limit. Throws a sentence for what goes wrong.
 */
export async function fetchText(address: string, options: FetchOptions): Promise<Fetched> {
  let url = new URL(address);
  for (let hop = 0; hop <= MOST_REDIRECTS; hop++) {
    const answer = await fetchOnce(url, options);
    if (!('redirect' in answer)) return answer;
    url = new URL(answer.redirect, url);
    if (!/^https?:$/.test(url.protocol)) throw new Error(`redirects to ${url.protocol} addresses`);
  }
  throw new Error('redirects in a loop');
}

type Answer = Fetched | { redirect: string };

function fetchOnce(url: URL, options: FetchOptions): Promise<Answer> {
  const { allowPrivate, resolve = [], maxBytes, timeoutMs = 10_000, badCertificates, signal } = options;
  const { userAgent = 'Douane' } = options;
  const mappedTo = resolve.find(({ host }) => host === url.hostname)?.to;
  return new Promise((done, fail) => {
    const request = guardedRequest(url, {
      allowPrivate,
      mappedTo,
      headers: { accept: '*/*', 'user-agent': userAgent },
      rejectUnauthorized: !badCertificates,
      signal,
    });
    request.end();
    const timer = setTimeout(() => request.destroy(new Error(`no answer within ${timeoutMs / 1000} s`)), timeoutMs);
    const settle = <T>(act: (value: T) => void, value: T) => {
      clearTimeout(timer);
      act(value);
    };
    request.on('error', (error: NodeJS.ErrnoException) => {
      const words = NETWORK_ERRORS[error.code ?? ''];
      settle(fail, words ? new Error(words) : error);
    });
    request.on('response', (response) => {
      const { statusCode: status = 0, headers } = response;
      if (status >= 300 && status < 400 && headers.location) {
        // Whatever else it sends, nobody reads.
        response.destroy();
        request.destroy();
        return settle(done, { redirect: headers.location });
      }
      const chunks: Buffer[] = [];
      let bytes = 0;
      let source: Readable = response;
      const finish = (cut: boolean) => {
        source.removeAllListeners('data').destroy();
        request.destroy();
        const text = Buffer.concat(chunks)
          .subarray(0, maxBytes)
          .toString('utf8')
          .replace(/^\uFEFF/, '');
        settle(done, { status, text, cut, url: url.href });
      };
      const take = (chunk: Buffer) => {
        chunks.push(chunk);
        bytes += chunk.length;
        if (bytes > maxBytes) finish(true);
      };
      response.once('readable', () => {
        const first = response.read() as Buffer | null;
        if (!first) return finish(false);
        response.unshift(first);
        const packed = first[0] === 0x1f && first[1] === 0x8b;
        // A little packed data can unpack to very much, so it is unpacked in small pieces and counted.
        source = packed ? response.pipe(createGunzip({ chunkSize: 16_384 })) : response;
        source.on('data', take);
        source.on('end', () => finish(false));
        source.on('error', (error) => settle(fail, error));
      });
      response.on('error', (error) => settle(fail, error));
    });
  });
}
