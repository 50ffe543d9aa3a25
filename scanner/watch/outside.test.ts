import { describe, expect, it } from 'vitest';
import type { SentOut } from '../guard';
import { VisitClock } from './clock';
import { OutsideRequests } from './outside';
import { RequestBook, type SeenRequest } from './requests';

const PAGE = 'http://site.test/';
const TAG = 'http://tag.test/t.js';

function outside(...ownSession: string[]) {
  const clock = new VisitClock();
  clock.start(0, 0);
  const requests = new RequestBook('main');
  requests.currentPage = PAGE;
  for (const url of ownSession) {
    const event = { requestId: url, timestamp: 1, documentURL: PAGE, type: 'Script', initiator: { type: 'parser' } };
    const request = requests.sent({ ...event, request: { url, method: 'GET', headers: {} } } as never) as SeenRequest;
    request.left = true;
  }
  const told = new OutsideRequests({
    clock,
    counts: (url) => !url.startsWith(PAGE),
    party: () => 'third',
  });
  const sent = (...urls: string[]): SentOut[] =>
    urls.map((url) => ({ what: 'request', at: 1_010, url, method: 'GET', destination: 'script' }));
  return {
    told,
    compare: (...urls: string[]) => told.compareWith(requests, sent(...urls), 'http://gate.test/'),
    seen: () => [...told.observations(requests)].map(({ url, name, chain }) => `${url} ${name} ${chain.at(-1)!.how}`),
  };
}

describe('requests of which the page’s own session tells nothing', () => {
  it('counts what only the network has, and tells of it', () => {
    const { compare, seen } = outside();
    expect(compare(TAG)).toEqual(['a request to tag.test left the browser without being told of by it']);
    expect(seen()).toEqual([`${TAG} script network`]);
  });
  it('counts what the driver tells of a worker only where it reached the network', () => {
    const { told, compare, seen } = outside();
    told.driverTold(TAG, 'fetch', PAGE);
    told.driverTold('http://held.test/', 'fetch', PAGE);
    expect(compare(TAG)).toEqual([]);
    expect(seen()).toEqual([`${TAG} fetch worker`]);
  });
  it('takes the second of two tabs for no secret', () => {
    const { told, compare, seen } = outside(TAG);
    told.driverTold(TAG, 'script', PAGE);
    told.driverTold(TAG, 'script', PAGE);
    expect(compare(TAG, TAG)).toEqual([]);
    expect(seen()).toEqual([`${TAG} script network`]);
  });
  it('leaves out the gate’s own, the site’s own, and what the page’s session told', () => {
    const { compare, seen } = outside(TAG);
    expect(compare(TAG, 'http://gate.test/place', `${PAGE}own.js`)).toEqual([]);
    expect(seen()).toEqual([]);
  });
});
