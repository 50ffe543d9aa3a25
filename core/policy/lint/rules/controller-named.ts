import type { PolicyRule } from '../types';

export const controllerNamed: PolicyRule = {
  id: 'controller-named',
  title: 'Controller with address and a way to reach it',
  weight: 'breach',
  article: 'GDPR Art. 13(1)(a)',
  kinds: ['privacy', 'staff', 'applicants', 'imprint'],
  look: ({ answers: { controller } }) => {
    const missing = (['name', 'address', 'email'] as const).filter((field) => !controller[field]);
    if (missing.length === 0) return [];
    return [{ what: `Of the controller ${missing.join(', ')} is not answered`, mend: { answer: 'controller' } }];
  },
};
