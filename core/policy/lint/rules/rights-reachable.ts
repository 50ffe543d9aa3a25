import { TELLS } from '../parts';
import type { PolicyRule } from '../types';

export const rightsReachable: PolicyRule = {
  id: 'rights-reachable',
  title: 'A way to use the rights',
  weight: 'breach',
  article: 'GDPR Art. 12(2); Cal. Civ. Code § 1798.130(a)(1)',
  kinds: [...TELLS, 'supplement'],
  look: ({ answers: { rightsUrl, controller } }) =>
    rightsUrl || controller.email
      ? []
      : [{ what: 'Neither a page nor an e-mail address for requests is answered', mend: { answer: 'rights' } }],
};
