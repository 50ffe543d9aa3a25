import { type Duplex, Transform } from 'node:stream';
import { constants, createBrotliCompress, createBrotliDecompress, createGunzip, createGzip } from 'node:zlib';
import { withoutHeld } from '@douane/core/hold/styles';
import { type Headers, opened, withoutHeldHeaders, withPolicy } from './headers';
import { Rewriter } from './html/rewriter';
import type { EdgeSite, Held } from './site';

/** What was done to an answer. */
export interface Counted {
  marked: number;
  dropped: number;
}

/** A style sheet longer than this, in bytes, goes through as it is. */
const MOST_CSS = 4 << 20;
/** Types of which a document or a worker can be, which has the policy of its own answer. */
const ACTIVE =
  /^(text\/html|application\/xhtml\+xml|image\/svg\+xml|(text|application)\/xml|(text|application)\/(x-)?(java|ecma)script)\b/i;
const HTML = /^text\/html\b/i;
const CSS = /^text\/css\b/i;
/** Encodings of text in which a byte below 128 may be a part of something else; all others have ASCII in them. */
const WIDE = /^(utf-16(le|be)?|iso-2022-\w+|unicode\w*|ucs-2)$/i;

/**
 * Makes an answer of the site's server into one for a visitor: headers are changed in place, and what comes back turns
 * the body into what he gets, or is `null` where it goes through untouched.
 *
 * @param address Of the page, as the visitor has it.
 * @param status Of the answer; one without a body changes its headers alone.
 */
export function answerFor(
  site: EdgeSite,
  held: Held,
  address: string,
  status: number,
  headers: Headers,
  count: Counted,
): Duplex[] | null {
  count.dropped += withoutHeldHeaders(headers, address, held);
  const type = String(headers['content-type'] ?? '');
  const isHtml = HTML.test(type);
  const nonce = ACTIVE.test(type) || (status === 304 && !type) ? withPolicy(headers, held.policy, site) : undefined;
  const isPart = status === 206;
  const hasBody = status >= 200 && status !== 204 && status !== 304;
  const decoding = decoder(String(headers['content-encoding'] ?? ''));
  const isRewritten = !isPart && decoding !== null && (isHtml || (CSS.test(type) && held.isAny));
  if (isRewritten || status === 304) personal(headers, held);
  if (!isRewritten || !hasBody) return null;

  delete headers['content-length'];
  delete headers['content-md5'];
  delete headers.digest;
  delete headers['accept-ranges'];
  const body = isHtml ? html(site, held, address, type, nonce, count) : css(held, address, count);
  const encoding = encoder(String(headers['content-encoding'] ?? ''));
  return [...decoding, body, ...encoding];
}

/** A page that is made for a visitor is kept for no other, and is another one once he has chosen. */
function personal(headers: Headers, { state }: Held): void {
  headers.vary = [...new Set([...String(headers.vary ?? '').split(/,\s*/), 'Cookie', 'Sec-GPC'])]
    .filter(Boolean)
    .join(', ');
  const cache = String(headers['cache-control'] ?? '')
    .split(/,\s*/)
    .filter((one) => one && !/^(public|s-maxage=.*|immutable)$/i.test(one));
  const isPrivate = cache.some((one) => /^(private|no-store)\b/i.test(one));
  // So that who looks at a page knows what stands in front of it.
  headers['douane-edge'] = '1';
  headers['cache-control'] = [...(isPrivate ? [] : ['private']), ...cache].join(', ');
  // Not by the time at which the page itself changed.
  delete headers['last-modified'];
  if (headers.etag !== undefined) headers.etag = tagFor(String(headers.etag), state);
}

/** The tag of a page (RFC 9110, section 8.8.3) as one visitor has it. */
export const tagFor = (etag: string, state: string): string =>
  etag.replace(/^(?:W\/)?"(.*)"$/s, `W/"$1.${short(state)}"`);
/** The tags of `If-None-Match` as the site's server knows them; those of another state are left out. */
export const tagsOf = (tags: string, state: string): string =>
  tags
    .split(/,\s*/)
    .filter((tag) => tag === '*' || tag.endsWith(`.${short(state)}"`))
    .map((tag) => tag.replace(`.${short(state)}"`, '"'))
    .join(', ');
const short = (state: string): string => Buffer.from(state).toString('base64url').replace(/[^\w]/g, '').slice(-24);

function html(
  site: EdgeSite,
  held: Held,
  address: string,
  type: string,
  nonce: string | undefined,
  count: Counted,
): Transform {
  const [, charset = ''] = /charset\s*=\s*["']?([^\s;"']+)/i.exec(type) ?? [];
  const first = nonce ? held.snippet.replace('<script', `<script nonce="${nonce}"`) : held.snippet;
  const rewriter = new Rewriter({
    base: address,
    holding: held.holding,
    policy: (own) => opened(own, site),
    first,
    onMarked: () => {
      count.marked++;
    },
  });
  let decode: ((chunk: Buffer) => string) | undefined;
  let begun = Buffer.alloc(0);
  const begin = (chunk: Buffer): ((bytes: Buffer) => string) => {
    const mark = [chunk[0], chunk[1]].join();
    const wide =
      mark === '255,254' ? 'utf-16le' : mark === '254,255' ? 'utf-16be' : WIDE.test(charset) ? charset : null;
    if (wide === null) return (bytes) => bytes.toString('latin1');
    const decoder = new TextDecoder(wide === 'ucs-2' ? 'utf-16le' : wide);
    // It goes on in UTF-8, and says so by a mark that counts more than any header (Encoding Standard, section 6).
    let mark8 = '\xef\xbb\xbf';
    return (bytes) => {
      const text = mark8 + Buffer.from(decoder.decode(bytes, { stream: true })).toString('latin1');
      mark8 = '';
      return text;
    };
  };
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      if (!decode) {
        begun = Buffer.concat([begun, chunk]);
        if (begun.length < 2) return done();
        decode = begin(begun);
        chunk = begun;
      }
      const out = rewriter.write(decode(chunk));
      done(null, out && Buffer.from(out, 'latin1'));
    },
    flush(done) {
      const rest = decode ? '' : begun.toString('latin1');
      const out = (rest && rewriter.write(rest)) + rewriter.end();
      done(null, out && Buffer.from(out, 'latin1'));
    },
  });
}

/** A style sheet of the site's own without what is held; what comes in one piece. */
function css(held: Held, address: string, count: Counted): Transform {
  let all: Buffer[] | null = [];
  let size = 0;
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      size += chunk.length;
      if (!all) return done(null, chunk);
      all.push(chunk);
      if (size <= MOST_CSS) return done();
      const given = Buffer.concat(all);
      all = null;
      done(null, given);
    },
    flush(done) {
      if (!all) return done();
      const text = Buffer.concat(all).toString('latin1');
      const rest = withoutHeld(text, (one) => held.holding(one, address) !== null);
      if (rest !== text) count.marked++;
      done(null, Buffer.from(rest, 'latin1'));
    },
  });
}

/** `null` where the encoding is none that can be undone here. */
function decoder(encoding: string): Duplex[] | null {
  if (!encoding || encoding === 'identity') return [];
  // What breaks off goes on as far as it came.
  const finishFlush = constants.Z_SYNC_FLUSH;
  if (encoding === 'gzip' || encoding === 'x-gzip') return [createGunzip({ finishFlush })];
  if (encoding === 'br') return [createBrotliDecompress()];
  return null;
}

/** Compresses again as it came, and lets go of each piece at once: a page may take its time. */
function encoder(encoding: string): Duplex[] {
  const { Z_SYNC_FLUSH, BROTLI_OPERATION_FLUSH, BROTLI_PARAM_QUALITY } = constants;
  if (encoding === 'gzip' || encoding === 'x-gzip') return [createGzip({ level: 4, flush: Z_SYNC_FLUSH })];
  if (encoding === 'br')
    return [createBrotliCompress({ flush: BROTLI_OPERATION_FLUSH, params: { [BROTLI_PARAM_QUALITY]: 3 } })];
  return [];
}
