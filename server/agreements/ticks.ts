import type { AgreementRecord } from '@douane/core/agreements';
import { formNotice, usesToAsk } from '@douane/core/policy';
import type { ServerContext } from '../context';
import { appendAgreements } from '../db/agreements.sql';
import { inTransaction } from '../db/db';
import { newestAnswers } from '../db/policies.sql';
import { lockSite } from '../db/sites.sql';
import { sha256 } from '../gate-code';
import { announce } from '../live';
import { Problem } from '../problems';
import type { AgreeingSite } from './agreeing';

/** One tick box of a form as somebody left it. */
export interface Tick {
  id: string;
  use: string;
  ticked: boolean;
  withdrawn: boolean;
  /** What was read, where it was not our own sentence. */
  sentence?: string;
}

/** Name under which a ledger has the tick boxes of a use. */
const tickName = (use: string): string => `form/${use}`;

/** Writes what somebody ticked in a form of the site's, with the hash of the sentence that stood beside it. */
export function recordTicks(
  { db }: Pick<ServerContext, 'db'>,
  site: AgreeingSite,
  person: string,
  language: string,
  ticks: readonly Tick[],
): Promise<AgreementRecord[]> {
  const { organisationId, siteId } = site;
  return inTransaction(db, async (tx) => {
    const kept = await lockSite(tx, organisationId, siteId);
    const said = await newestAnswers(tx, organisationId, siteId);
    const uses = said ? usesToAsk(said.answers) : [];
    const source = kept!.setup.banner.defaultLanguage;
    const at = new Date().toISOString();
    const bodies = ticks.map(({ id, use: name, ticked, withdrawn, sentence }, i) => {
      const use = uses.find((one) => one.id === name);
      if (!use)
        throw new Problem(422, 'Some fields are not right', undefined, [
          {
            path: `ticks[${i}].use`,
            message: `a form of this site asks of ${uses.map((one) => one.id).join(', ') || 'nothing'}`,
          },
        ]);
      const who = said!.answers.controller.name || kept!.setup.site.name;
      const decision = withdrawn ? ('withdrawn' as const) : ticked ? ('agreed' as const) : ('declined' as const);
      return {
        ...{
          id,
          site: site.key,
          person,
          policy: tickName(name),
          version: said!.revision,
          decision,
          way: 'api' as const,
        },
        ...{
          contentHash: sentence ? sha256(sentence) : formNotice(use, who, language, source, '').hash,
          by: null,
          reason: null,
        },
        ...{ audience: use.audiences[0] ?? 'visitors', language, country: null, at },
      };
    });
    const written = await appendAgreements(tx, site, bodies);
    await announce(tx, { organisationId, siteId, what: 'agreements' });
    return written;
  });
}
