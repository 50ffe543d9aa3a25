import { asHtml, comparedCopy, policyDocument } from '@douane/core/policy';
import { pageWords, wordsOf } from '@douane/scanner';
import type { Config } from './config';
import type { Queryable } from './db/db';
import { dueCopies, type PolicyCopy, saveCopy } from './db/policy-copies.sql';
import { liveContents } from './db/policy-versions.sql';
import { releaseInForce } from './db/releases.sql';
import { announce } from './live';

type Looked = Pick<PolicyCopy, 'id' | 'policyId' | 'address' | 'language'> & { organisationId: string; siteId: string };

/** Looks at a page on which a policy was pasted, and keeps whether it still says what is live. */
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
      return comparedCopy(await pageWords(address, { allowPrivate }), textOf(live), earlier.map(textOf));
    } catch (cause) {
      return { why: `${(cause as Error).message}.` };
    }
  };
  await saveCopy(db, organisationId, id, await found());
  await announce(db, { organisationId, siteId, what: 'policies' });
}

/** Looks at every copy that nobody has looked at for a day. */
export async function lookAtDueCopies(db: Queryable, config: Pick<Config, 'allowPrivate'>): Promise<void> {
  for (const due of await dueCopies(db)) await lookAtCopy(db, config, due);
}
