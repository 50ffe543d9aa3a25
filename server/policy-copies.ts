import { asHtml, type ComparedCopy, comparedCopy, policyDocument } from '@douane/core/policy';
import { pageWords, shownWords, wordsOf } from '@douane/scanner';
import type { Config } from './config';
import type { Queryable } from './db/db';
import { dueCopies, type PolicyCopy, saveCopy } from './db/policy-copies.sql';
import { liveContents } from './db/policy-versions.sql';
import { releaseInForce } from './db/releases.sql';
import { announce } from './live';

type Looked = Pick<PolicyCopy, 'id' | 'policyId' | 'address' | 'language'> & { organisationId: string; siteId: string };

/**
 * Looks at a page on which a policy was pasted, and keeps whether it still says what is live. Only where what its server sends
 * does not, a browser reads it, with scripts.
 */
export async function lookAtCopy(
  db: Queryable,
  { allowPrivate }: Pick<Config, 'allowPrivate'>,
  { id, policyId, address, language, organisationId, siteId }: Looked,
): Promise<void> {
  const found = async (): Promise<NonNullable<PolicyCopy['found']>> => {
    const release = await releaseInForce(db, organisationId, siteId);
    const [live, ...earlier] = await liveContents(db, organisationId, policyId);
    if (!release || !live) return { why: 'No version is live yet, so there is nothing to compare with.' };
    if (!release.setup.banner.languages.includes(language))
      return { why: `The site does not speak ${language} any more.` };
    const textOf = ({ content, number, liveFrom }: typeof live) => {
      const version = { number, from: liveFrom.toISOString().slice(0, 10) };
      // As the page is read, so that both are parted into lines alike.
      return wordsOf(policyDocument(content, release, language, version).parts.map(asHtml).join(''));
    };
    try {
      const compared = (words: string) => comparedCopy(words, textOf(live), earlier.map(textOf));
      const sent = compared(await pageWords(address, { allowPrivate }));
      if (sent.state === 'current') return sent;
      try {
        return nearer(sent, compared(await shownWords(address, { allowPrivate })));
      } catch (cause) {
        console.error(`a copy at ${address} is read without its scripts: ${(cause as Error).message}`);
        return sent;
      }
    } catch (cause) {
      return { why: `${(cause as Error).message}.` };
    }
  };
  await saveCopy(db, organisationId, id, await found());
  await announce(db, { organisationId, siteId, what: 'policies' });
}

/** Of what a page says as it is sent, and once its scripts have run, what has more of the policy. */
function nearer(sent: ComparedCopy, shown: ComparedCopy): ComparedCopy {
  const rank = ({ state }: ComparedCopy) => ['absent', 'stale', 'current'].indexOf(state);
  if (rank(shown) !== rank(sent)) return rank(shown) > rank(sent) ? shown : sent;
  return shown.missing.length < sent.missing.length ? shown : sent;
}

/** Looks at every copy that nobody has looked at for a day. */
export async function lookAtDueCopies(db: Queryable, config: Pick<Config, 'allowPrivate'>): Promise<void> {
  for (const due of await dueCopies(db)) await lookAtCopy(db, config, due);
}
