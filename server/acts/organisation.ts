import type { OrganisationFacts } from '@douane/core/regimes';
import type { ServerContext } from '../context';
import { insertAnswer } from '../db/organisation-answers.sql';
import { type Actor, newsForAll, perform } from './act';

/** Keeps what the organisation says of itself; what it said before stays. Gives back the answer's id. */
export function saveAnswer({ db }: Pick<ServerContext, 'db'>, actor: Actor, facts: OrganisationFacts): Promise<string> {
  const { organisationId, personId } = actor;
  return perform(db, actor, 'answer-questionnaire', async (tx) => ({
    result: await insertAnswer(tx, organisationId, facts, personId),
    siteId: null,
    facts,
    tell: await newsForAll(tx, organisationId, 'organisation'),
  }));
}
