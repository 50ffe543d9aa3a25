import type { AgreementAnswers, AgreementStanding } from '@douane/api';

export type { AgreementAnswers, AgreementStanding } from '@douane/api';

export interface AgreementsAt {
  /** Address of the Douane server. */
  server: string;
  /** Key of the site. */
  site: string;
  /** Made at Check, From a pipeline; kept on the site's own server. */
  token: string;
  timeoutMs?: number;
}

/** Whom a site asks about. `person`: its own reference, which Douane keeps as a pseudonym alone. */
export interface AskedPerson {
  person: string;
  audience?: 'visitors' | 'customers' | 'staff' | 'applicants' | 'children';
  language?: string;
  /** ISO 3166-1, with `age` for those who may need a guardian's agreement first. */
  country?: string;
  age?: number;
  /** For reminders; forgotten once there is nothing to be reminded of. */
  mail?: string;
  /** Page of the site to come back to from our screen. */
  to?: string;
}

/** Asks and tells a Douane server of agreements, from a site's own server. Both throw what the server says is wrong. */
export function agreements({ server, site, token, timeoutMs = 10_000 }: AgreementsAt) {
  const post = async <T>(what: string, body: object): Promise<T> => {
    const answer = await fetch(new URL(`/api/agreements/${encodeURIComponent(site)}/${what}`, server), {
      method: 'POST',
      headers: { authorization: `Bearer ${token}`, 'content-type': 'application/json' },
      body: JSON.stringify(body),
      signal: AbortSignal.timeout(timeoutMs),
    });
    const told = await answer.json();
    if (answer.ok) return told as T;
    const fields = (told.fields ?? []).map(
      ({ path, message }: { path: string; message: string }) => `${path}: ${message}`,
    );
    throw new Error(
      [told.title ?? `The server answered ${answer.status}`, told.detail, ...fields].filter(Boolean).join('. '),
    );
  };
  return {
    /** How somebody stands, and where he answers on our screen if something is asked. */
    standing: (of: AskedPerson) => post<AgreementStanding>('standing', of),
    /** Records answers that a screen of the site's took. What is sent twice under one id is recorded once. */
    answer: (
      person: string,
      answers: { id: string; policy: string; version: number; decision: 'agreed' | 'declined' | 'withdrawn' }[],
    ) => post<AgreementAnswers>('answers', { person, answers }),
    /** Records the tick boxes of a form as somebody left them, each with our sentence in a language or `sentence`, where another stood beside it. */
    ticks: (
      person: string,
      language: string,
      ticks: { id: string; use: string; ticked: boolean; withdrawn?: boolean; sentence?: string }[],
    ) => post<AgreementAnswers>('ticks', { person, language, ticks }),
  };
}
