import { inBanner } from '../inspect';
import type { LintRule } from '../types';

export const newRecipientsAskedFor: LintRule = {
  id: 'new-recipients-asked-for',
  title: 'A yes is asked again for whoever was not named then',
  weight: 'advice',
  means:
    'A yes goes to those whom it was given to. A service that decides for itself what it does with data is not among them before visitors were told of it.',
  section: 'form',
  look: ({ setup, regions }) => {
    const asking = regions.filter(({ asks }) => asks);
    if (setup.banner.asking?.again?.service !== 'nobody' || asking.length === 0) return [];
    return [
      {
        what: 'Nobody is asked again when a service is new, so what was said yes to before counts for it too',
        regimes: [...new Set(asking.flatMap(({ regimes }) => regimes.map(({ id }) => id)))],
        article: 'GDPR art. 4(11)',
        mend: {
          words: 'Ask who had said yes',
          change: inBanner(({ asking: { again, ...rest } = {} }) => {
            const { service: _nobody, ...others } = again ?? {};
            return { asking: { ...rest, again: others } };
          }),
        },
      },
    ];
  },
};
