import { resolveRegime } from '../regimes/resolve';
import type { Setup } from '../setup/types';
import { type Answers, noAnswers, useSchema } from './answers';

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
        what: 'IP address, time, page asked for, browser',
        source: 'observed',
        why: 'To deliver the pages and to keep the site safe',
        basis: 'interest',
        interest: 'A site that works and withstands attacks',
      }),
      ...used.map(({ id, name, necessary }) =>
        useSchema.parse({
          id: `purpose-${id}`,
          purpose: id,
          what: 'Identifiers in cookies and in the browser’s storage, pages visited, device and browser',
          source: 'observed',
          why: name,
          basis: necessary ? 'interest' : optIn ? 'consent' : 'interest',
          ...(necessary && { interest: 'Doing what the visitor asks the site for' }),
          retention: 'As long as the list of what is stored says for each',
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
