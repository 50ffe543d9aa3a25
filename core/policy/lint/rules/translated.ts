import { translated as blocksIn } from '../../draft';
import { POLICY_KINDS } from '../../kinds/ids';
import { KINDS } from '../../kinds/index';
import type { PolicyRule } from '../types';

export const translated: PolicyRule = {
  id: 'translated',
  title: 'Every language of the banner',
  weight: 'breach',
  article: 'GDPR Art. 12(1), WP260 para. 13',
  kinds: POLICY_KINDS.filter((kind) => KINDS[kind].audience !== 'staff'),
  look: ({ draft, from, setup }) =>
    setup.banner.languages
      .filter((language) => language !== draft.source)
      .flatMap((language) => {
        const all = blocksIn(draft, from, language);
        const open = all.filter(({ state }) => state === 'none' || state === 'half').length;
        const old = all.filter(({ state }) => state === 'old').length;
        const parts = [open > 0 && `${open} not translated`, old > 0 && `${old} out of date`].filter(Boolean);
        return parts.length > 0
          ? [{ what: `${language}: ${parts.join(', ')} of ${all.length}`, mend: { language } }]
          : [];
      }),
};
