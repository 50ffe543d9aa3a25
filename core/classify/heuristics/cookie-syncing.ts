import type { Because } from '../because';
import type { Heuristic } from './types';

export const cookieSyncing: Heuristic = {
  meta: {
    id: 'cookie-syncing',
    looksAt: 'stored',
    title: 'Cookie syncing',
    why: 'An identifier that is sent to hosts other than its own lets these join what each of them knows. Advertising exchanges do it with partners; one single receiver may be the measurement that the site itself uses.',
  },
  evaluate({ item, signs, known }) {
    if (item.kind === 'request') return null;
    const receivers = signs.sentTo(item.name, item.host);
    if (receivers.length === 0) return null;
    const hosts = [...new Set(receivers)];
    const because: Because = { code: 'sent-to', hosts };
    // What the first party stores and one receiver gets is for whatever that receiver does.
    if (item.party === 'first') {
      const receiver = hosts.length === 1 ? known(hosts[0]!) : null;
      if (receiver) {
        const { purpose, service } = receiver;
        return { purpose, service, confidence: 0.8, because: { ...because, service } };
      }
      return hosts.length > 1 ? { purpose: 'advertising', confidence: 0.6, because } : null;
    }
    return { purpose: 'advertising', confidence: hosts.length > 1 ? 0.85 : 0.7, because };
  },
};
