import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Permits } from '../permits';
import { NOTHING, permitsOfShop } from '../permits-for-tests';
import { holdNetwork } from './network';
import { holdPeers } from './peers';

function browser() {
  const sent: string[] = [];
  class XMLHttpRequest {
    address = '';
    open(_method: string, address: string) {
      this.address = address;
    }
    send(body?: string) {
      sent.push(`${this.address} ${body ?? ''}`.trim());
    }
  }
  class Navigator {
    sendBeacon(address: string) {
      sent.push(address);
      return true;
    }
  }
  class RTCPeerConnection {
    constructor(public config?: RTCConfiguration) {}
    setConfiguration(config: RTCConfiguration) {
      this.config = config;
    }
  }
  const fetch = async (input: unknown) => {
    sent.push(input instanceof Request ? input.url : String(input));
    return 'answer';
  };
  const window = { fetch, RTCPeerConnection };
  const navigator = new Navigator();
  for (const [name, value] of Object.entries({ XMLHttpRequest, Navigator, RTCPeerConnection, window, navigator }))
    vi.stubGlobal(name, value);
  return { sent, window, navigator, ask: () => new XMLHttpRequest() };
}

let permits: Permits;
let page: ReturnType<typeof browser>;
beforeEach(() => {
  permits = permitsOfShop();
  page = browser();
});
afterEach(() => vi.unstubAllGlobals());
const agree = () => permits.grant({ ...NOTHING, measurement: true });
const HELD = 'https://gull.test/hit';

describe('what scripts send', () => {
  let undo: (() => void)[];
  beforeEach(() => {
    undo = holdNetwork(permits);
  });

  it.each<[string, () => unknown]>([
    ['fetch', () => page.window.fetch(HELD)],
    ['fetch of a request', () => page.window.fetch(new Request(HELD))],
    ['fetch of an address', () => page.window.fetch(new URL(HELD))],
    ['a beacon', () => page.navigator.sendBeacon(HELD)],
    [
      'a request',
      () => {
        const request = page.ask();
        request.open('GET', HELD);
        request.send();
      },
    ],
  ])('by %s waits until it may go', (_how, send) => {
    send();
    expect(page.sent).toEqual([]);
    agree();
    expect(page.sent).toEqual([HELD]);
  });

  it('goes at once to the site’s own host, and whoever sent it has the answer', async () => {
    expect(await page.window.fetch('/own')).toBe('answer');
    const request = page.ask();
    request.open('POST', '/own');
    request.send('body');
    expect([page.navigator.sendBeacon('/own'), page.sent]).toEqual([true, ['/own', '/own body', '/own']]);
  });

  it('that waited brings its answer later', async () => {
    const answer = page.window.fetch(HELD);
    agree();
    expect(await answer).toBe('answer');
  });

  it('a beacon counts as taken while it waits', () => {
    expect(page.navigator.sendBeacon(HELD)).toBe(true);
  });

  it('undone, it goes as the browser sends it', () => {
    for (const one of undo) one();
    void page.window.fetch(HELD);
    expect(page.sent).toEqual([HELD]);
  });
});

describe('connections between browsers', () => {
  const SERVERS = {
    iceServers: [
      { urls: 'stun:gull.test:3478' },
      { urls: ['turn:shop.test', 'turn:cdn.gull.test'] },
      { urls: 'turn:shop.test:3478' },
    ],
  };
  const OWN = { iceServers: [{ urls: 'turn:shop.test:3478' }] };

  it('leave out servers that are held, also when they are named later', () => {
    holdPeers(permits);
    const peer = new page.window.RTCPeerConnection(SERVERS);
    expect(peer.config).toEqual(OWN);
    peer.setConfiguration(SERVERS);
    expect(peer.config).toEqual(OWN);
    expect(peer).toBeInstanceOf(page.window.RTCPeerConnection);
    expect(new page.window.RTCPeerConnection().config).toBeUndefined();
  });

  it('undone, they ask all', () => {
    for (const one of holdPeers(permits)) one();
    expect(new page.window.RTCPeerConnection(SERVERS).config).toEqual(SERVERS);
  });
});
