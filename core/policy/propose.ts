import { resolveRegime } from '../regimes/resolve';
import type { Setup } from '../setup/types';
import { type Answers, noAnswers, useSchema } from './answers';
import { PROPOSED } from './words/index';

/** What can be said from a site's setup without asking anybody. */
export function proposedAnswers(setup: Setup, organisation: string, on: string): Answers {
  const answers = noAnswers();
  const used = setup.purposes.filter(
    ({ id, necessary }) => necessary || setup.services.some(({ purpose }) => purpose === id),
  );
  const activities = used.flatMap(({ activities = [] }) => activities);
  const optIn = setup.regions.regimes.some((id) => resolveRegime(id, on)?.modes.default.value === 'opt-in');
  return {
    ...answers,
    controller: { ...answers.controller, name: organisation },
    uses: [
      useSchema.parse({
        id: 'server-log',
        what: PROPOSED.log,
        source: 'observed',
        why: PROPOSED.logFor,
        basis: 'interest',
        interest: PROPOSED.logInterest,
      }),
      ...used.map(({ id, name, necessary }) =>
        useSchema.parse({
          id: `purpose-${id}`,
          purpose: id,
          what: PROPOSED.identifiers,
          source: 'observed',
          why: name,
          basis: necessary ? 'interest' : optIn ? 'consent' : 'interest',
          ...(necessary && { interest: PROPOSED.asked }),
          retention: PROPOSED.asListed,
        }),
      ),
    ],
    sale: {
      ...answers.sale,
      sells: activities.includes('sale'),
      shares: activities.includes('sharing') || activities.includes('targeted-advertising'),
    },
  };
}

/** A change of the answers that would bring in what is in the inventory and not in them. */
export function missingUses(answers: Answers, proposed: Answers): Answers['uses'] {
  const told = new Set(answers.uses.map(({ purpose }) => purpose));
  return proposed.uses.filter(({ purpose }) => purpose !== undefined && !told.has(purpose));
}

/** Uses that tell of a purpose for which the site uses nothing any more. */
export function staleUses(answers: Answers, proposed: Answers): Answers['uses'] {
  const used = new Set(proposed.uses.map(({ purpose }) => purpose));
  return answers.uses.filter(({ purpose }) => purpose !== undefined && !used.has(purpose));
}
