import { linkWords } from '@douane/core/observe';
import type { Protocol } from 'playwright-core/types/protocol';
import { describe, expect, it } from 'vitest';
import { RequestBook } from './requests';

const PAGE = 'http://site.localhost/';
type Sent = Protocol.Network.requestWillBeSentPayload;

/** An event as the protocol sends it, as far as the book reads it. */
function event(
  id: string,
  url: string,
  over: Partial<Sent> & { initiator?: Partial<Protocol.Network.Initiator> } = {},
): Sent {
  return {
    requestId: id,
    loaderId: 'l',
    documentURL: PAGE,
    request: { url } as Protocol.Network.Request,
    timestamp: 1,
    wallTime: 1000,
    type: 'Script',
    frameId: 'main',
    redirectHasExtraInfo: false,
    hasUserGesture: false,
    ...over,
    initiator: { type: 'other', ...over.initiator } as Protocol.Network.Initiator,
  };
}
const byScript = (url: string, lineNumber = 4) => ({
  type: 'script' as const,
  stack: { callFrames: [{ functionName: '', scriptId: '1', url, lineNumber, columnNumber: 0 }] },
});

function book(...events: Sent[]) {
  const requests = new RequestBook('main');
  requests.sent(event('page', PAGE, { type: 'Document' }));
  const sent = events.map((e) => requests.sent(e)!);
  return { requests, sent };
}
const chain = ({ requests, sent }: ReturnType<typeof book>) =>
  requests.chainOf(sent.at(-1)!).map((link) => `${linkWords(link)} ${link.url}`);

describe('who brought it in', () => {
  it('goes from page through tag manager and tag to pixel', () => {
    const manager = event('1', 'http://m.localhost/m.js', { initiator: { type: 'parser', url: PAGE, lineNumber: 10 } });
    const tag = event('2', 'http://t.localhost/t.js', { initiator: byScript('http://m.localhost/m.js') });
    const pixel = event('3', 'http://p.localhost/p.gif', {
      type: 'Image',
      initiator: byScript('http://t.localhost/t.js'),
    });
    expect(chain(book(manager, tag, pixel))).toEqual([
      `page ${PAGE}`,
      'script in the markup, line 11 http://m.localhost/m.js',
      'script by script http://t.localhost/t.js',
      'image by script http://p.localhost/p.gif',
    ]);
  });

  it('follows redirects, style sheets and frames', () => {
    const sheet = event('1', 'http://f.localhost/f.css', {
      type: 'Stylesheet',
      initiator: { type: 'parser', url: PAGE, lineNumber: 2 },
    });
    const font = event('2', 'http://f.localhost/f.woff2', {
      type: 'Font',
      initiator: { type: 'parser', url: 'http://f.localhost/f.css' },
    });
    const moved = event('2', 'http://g.localhost/f.woff2', {
      type: 'Font',
      redirectResponse: { status: 302 } as Protocol.Network.Response,
    });
    expect(chain(book(sheet, font, moved)).slice(1)).toEqual([
      'style in the markup, line 3 http://f.localhost/f.css',
      'font by style sheet http://f.localhost/f.woff2',
      'redirect http://g.localhost/f.woff2',
    ]);
    const frame = event('1', 'http://v.localhost/', {
      type: 'Document',
      frameId: 'f',
      initiator: { type: 'parser', url: PAGE, lineNumber: 7 },
    });
    const inside = event('2', 'http://v.localhost/v.js', {
      frameId: 'f',
      documentURL: 'http://v.localhost/',
      initiator: { type: 'parser', url: 'http://v.localhost/', lineNumber: 1 },
    });
    expect(chain(book(frame, inside)).map((link) => link.split(' http')[0])).toEqual([
      'page',
      'frame in the markup, line 8',
      'script in the markup, line 2',
    ]);
  });

  it('knows the script of an image from the hook, where the protocol has forgotten it', () => {
    const tag = event('1', 'http://t.localhost/t.js', { initiator: { type: 'parser', url: PAGE, lineNumber: 1 } });
    const pixel = event('2', 'http://p.localhost/p.gif', {
      type: 'Image',
      initiator: { type: 'parser', url: PAGE, lineNumber: 30 },
    });
    const made = book(tag, pixel);
    made.requests.imageSetBy('http://p.localhost/p.gif', 'http://t.localhost/t.js');
    expect(chain(made).at(-1)).toBe('image by script http://p.localhost/p.gif');
    expect(chain(made)).toHaveLength(3);
  });

  it('sees through a script that only passes on what another asks for', () => {
    const gate = 'http://g.localhost/gate.js';
    const requests = new RequestBook('main', (url) => url === gate);
    const frames = [gate, 'http://t.localhost/t.js'].map((url) => byScript(url).stack.callFrames[0]!);
    requests.sent(event('page', PAGE, { type: 'Document' }));
    requests.sent(event('1', 'http://t.localhost/t.js', { initiator: { type: 'parser', url: PAGE, lineNumber: 1 } }));
    const by = (callFrames: typeof frames) => ({ type: 'script' as const, stack: { callFrames } });
    const pixel = requests.sent(event('2', 'http://p.localhost/p', { initiator: by(frames) }))!;
    const held = requests.sent(event('3', 'http://h.localhost/h', { initiator: by(frames.slice(0, 1)) }))!;
    expect(requests.chainOf(pixel).map((link) => link.url)).toEqual([
      PAGE,
      'http://t.localhost/t.js',
      'http://p.localhost/p',
    ]);
    expect(requests.chainOf(held).map((link) => link.url)).toEqual([gate, 'http://h.localhost/h']);
  });

  it('comes to an end where scripts load each other in a circle', () => {
    const a = event('1', 'http://a.localhost/a.js', { initiator: byScript('http://b.localhost/b.js') });
    const b = event('2', 'http://b.localhost/b.js', { initiator: byScript('http://a.localhost/a.js') });
    expect(chain(book(a, b)).length).toBeLessThan(20);
  });
});

describe('what counts', () => {
  it('is what left: headers out, an answer, or a redirect, in whatever order told', () => {
    const { requests, sent } = book(
      event('1', 'http://a.localhost/1'),
      event('2', 'http://a.localhost/2'),
      event('3', 'http://a.localhost/3'),
    );
    requests.wentOut('1');
    requests.wentOut('4');
    requests.ended('2');
    requests.answered({
      requestId: '3',
      response: { status: 200, mimeType: 'x' },
      timestamp: 2,
    } as Protocol.Network.responseReceivedPayload);
    expect(sent.map((request) => request.left)).toEqual([true, false, true]);
    expect(requests.sent(event('4', 'http://a.localhost/4'))?.left).toBe(true);
  });

  it('leaves out what is no request to anybody', () => {
    expect(book(event('1', 'data:text/plain,x')).sent[0]).toBeNull();
    expect(book(event('1', 'blob:http://site.localhost/1')).sent[0]).toBeNull();
  });

  it('gives each hop of a redirect its own cookies, and none that the browser refused', () => {
    const { requests, sent } = book(
      event('1', 'http://a.localhost/'),
      event('1', 'http://b.localhost/', { redirectResponse: { status: 302 } as Protocol.Network.Response }),
    );
    const extra = (headers: string, blocked: string[] = []) =>
      requests.extraInfo({
        requestId: '1',
        headers: { 'Set-Cookie': headers },
        blockedCookies: blocked.map((cookieLine) => ({ cookieLine })),
      } as never);
    extra('one=1\ntwo=2', ['two=2']);
    extra('three=3');
    requests.settleCookies();
    expect(sent.map((request) => request.setCookieLines)).toEqual([['one=1'], ['three=3']]);
  });

  it('tells a request on leaving under the page that was left', () => {
    const { requests } = book();
    requests.sent(event('next', 'http://site.localhost/next', { type: 'Document' }));
    const before = requests.all.length;
    expect(requests.sent(event('beacon', 'http://t.localhost/bye', { type: 'Ping' }))?.page).toBe(PAGE);
    expect(requests.unheard(before)).toBe(true);
    requests.wentOut('beacon');
    expect([requests.unheard(before), requests.unheard(0)]).toEqual([false, true]); // the pages are still under way
  });
});

it.each(['before', 'behind'])(
  'a preflight request told %s what asked is none of the page’s own, and shows that its host was reached',
  (when) => {
    const asks = event('1', 'http://api.localhost/v1', {
      type: 'Fetch',
      initiator: byScript('http://t.localhost/t.js'),
    });
    const initiator = { type: 'preflight', requestId: '1' } as const;
    const preflight = event('2', 'http://api.localhost/v1', { type: 'Other', initiator });
    const { requests } = when === 'before' ? book(preflight, asks) : book(asks, preflight);
    const fetches = requests.all.filter(({ kind }) => kind === 'fetch');
    expect(fetches.map(({ left }) => left)).toEqual([true]);
    expect(requests.all.map(({ kind }) => kind).sort()).toEqual(['document', 'fetch', 'preflight']);
  },
);
