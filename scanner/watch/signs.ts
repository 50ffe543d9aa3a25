import {
  type ChainLink,
  cookieSyncing,
  fingerprinting,
  type Party,
  type Sign,
  type StoredValue,
} from '@douane/core/observe';
import type { HookReport } from './hooks';
import type { RequestBook, SeenRequest } from './requests';
import type { OnPage } from './stored';
import { namedValue } from './values';

/** What a page did, and what is to be known of it to tell whose each thing is. */
export interface SignsOf {
  requests: RequestBook;
  reports: readonly OnPage<HookReport>[];
  party(host: string, page: string): Party;
  serviceOf(request: SeenRequest): string | undefined;
  writer(stack: string): { url?: string; chain: ChainLink[] };
}

/** What was seen besides items; see `Sign`. `asked`: one address to tell it under. */
export function signsOf(of: SignsOf, asked?: string): Sign[] {
  const { requests, reports, party, writer } = of;
  const sent = requests.all
    .filter((request) => request.left && party(new URL(request.url).hostname, request.page) === 'third')
    .map((request) => ({ url: request.url, page: asked ?? request.page, chain: requests.chainOf(request) }));
  const reads = reports
    .filter((report) => report.what === 'read' && report.text !== 'webdriver')
    .map(({ text, stack, page }) => {
      const { url = page, chain } = writer(stack);
      return { what: text, page: asked ?? page, script: url, chain };
    });
  return [
    ...refused(requests, asked),
    ...relayed(of, asked),
    ...cookieSyncing(storedValues(requests, reports), sent),
    ...fingerprinting(reads),
  ];
}

/** All that was stored under a name, as often as it was. */
export function* storedValues(requests: RequestBook, reports: readonly HookReport[]): Generator<StoredValue> {
  const cookie = (line: string, at: string): StoredValue => {
    const [name, host, value] = namedValue(line, at);
    return { kind: 'cookie', name, host, value };
  };
  for (const { url, setCookieLines } of requests.all)
    for (const line of setCookieLines) yield cookie(line, new URL(url).hostname);
  for (const { what, text, value, host } of reports) {
    if (what === 'cookie') yield cookie(text, host);
    else if (value && what !== 'removed' && what !== 'image' && what !== 'read')
      yield { kind: what, name: text, host, value };
  }
}

function* refused(requests: RequestBook, asked?: string): Generator<Sign> {
  for (const request of requests.all) {
    const { hostname: host } = new URL(request.url);
    for (const { line, reasons } of request.refusedCookies) {
      const [name] = namedValue(line, host);
      const page = asked ?? request.page;
      yield { what: 'refused-cookie', host, name, reasons, page, chain: requests.chainOf(request) };
    }
  }
}

/** Requests to the site's own hosts that have the shape of a service's: the site passes them on, or runs the service. */
function* relayed({ requests, party, serviceOf }: SignsOf, asked?: string): Generator<Sign> {
  for (const request of requests.all) {
    const { hostname: host, pathname: name } = new URL(request.url);
    if (request.kind === 'document' || party(host, request.page) !== 'first') continue;
    const service = serviceOf(request);
    const chain = requests.chainOf(request);
    if (service) yield { what: 'relayed', service, host, name, page: asked ?? request.page, chain };
  }
}
