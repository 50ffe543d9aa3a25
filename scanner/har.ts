import type { SeenRequest } from './watch/requests';

interface NameValue {
  name: string;
  value: string;
}

/** One request with its answer, as HAR 1.2 has it. */
export interface HarEntry {
  pageref: string;
  startedDateTime: string;
  time: number;
  request: {
    method: string;
    url: string;
    httpVersion: string;
    cookies: NameValue[];
    headers: NameValue[];
    queryString: NameValue[];
    headersSize: -1;
    bodySize: number;
    postData?: { mimeType: string; text: string };
  };
  response: {
    status: number;
    statusText: string;
    httpVersion: string;
    cookies: NameValue[];
    headers: NameValue[];
    content: { size: number; mimeType: string };
    redirectURL: string;
    headersSize: -1;
    bodySize: -1;
  };
  cache: Record<string, never>;
  timings: { send: -1; wait: number; receive: number };
  _resourceType: string;
}

/** The requests of a visit as HAR entries. `startWall` is the visit's zero in milliseconds since 1970, `at` its clock. */
export function harEntries(
  requests: readonly SeenRequest[],
  pageref: string,
  clock: { wallOf(monotonicSeconds: number): number },
): HarEntry[] {
  return requests
    .filter((request) => request.left && request.kind !== 'websocket')
    .map((request) => {
      const wait = request.answeredAt ? (request.answeredAt - request.sentAt) * 1000 : 0;
      const receive =
        request.endedAt && request.answeredAt ? Math.max(0, (request.endedAt - request.answeredAt) * 1000) : 0;
      const url = new URL(request.url);
      return {
        pageref,
        startedDateTime: new Date(clock.wallOf(request.sentAt)).toISOString(),
        time: wait + receive,
        request: {
          method: request.method,
          url: request.url,
          httpVersion: request.protocol ?? '',
          cookies: [],
          headers: pairs(request.requestHeaders),
          queryString: [...url.searchParams].map(([name, value]) => ({ name, value })),
          headersSize: -1,
          bodySize: request.posted?.length ?? 0,
          ...(request.posted && {
            postData: { mimeType: request.requestHeaders['Content-Type'] ?? 'text/plain', text: request.posted },
          }),
        },
        response: {
          status: request.status ?? 0,
          statusText: '',
          httpVersion: request.protocol ?? '',
          cookies: request.setCookieLines.map((line) => {
            const [name = '', ...value] = line.split(';')[0]!.split('=');
            return { name: name.trim(), value: value.join('=') };
          }),
          headers: pairs(request.responseHeaders),
          content: { size: request.bytes ?? 0, mimeType: request.mimeType ?? 'x-unknown' },
          redirectURL: request.responseHeaders?.Location ?? request.responseHeaders?.location ?? '',
          headersSize: -1,
          bodySize: -1,
        },
        cache: {},
        timings: { send: -1, wait, receive },
        _resourceType: request.kind,
      };
    });
}

/** A whole HAR 1.2 file from the entries of one or more pages. */
export function harOf(entries: readonly HarEntry[], browser: string): object {
  const starts = new Map<string, string>();
  for (const entry of entries) {
    const known = starts.get(entry.pageref);
    if (!known || entry.startedDateTime < known) starts.set(entry.pageref, entry.startedDateTime);
  }
  const [name = '', version = ''] = browser.split(' ');
  return {
    log: {
      version: '1.2',
      creator: { name: 'Douane', version: '0.1.0' },
      browser: { name, version },
      pages: [...starts].map(([id, startedDateTime]) => ({ startedDateTime, id, title: id, pageTimings: {} })),
      entries,
    },
  };
}

function pairs(headers: Record<string, string> | undefined): NameValue[] {
  return Object.entries(headers ?? {}).map(([name, value]) => ({ name, value }));
}
