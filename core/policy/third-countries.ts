import { regimeById } from '../regimes/catalogue';
import type { Service } from '../setup/types';
import type { Answers, Safeguard } from './answers';

/**
 * Countries with a decision of the Commission that they protect personal data adequately (GDPR Art. 45(3)), by ISO 3166-1.
 * Canada and the United States only in part: commercial organisations, and those certified under the Data Privacy Framework
 * (Decision (EU) 2023/1795); so they are not taken for granted.
 */
export const ADEQUATE: readonly string[] = [
  'AD',
  'AR',
  'CH',
  'FO',
  'GB',
  'GG',
  'IL',
  'IM',
  'JE',
  'JP',
  'KR',
  'NZ',
  'UY',
];

/** Outside the European Economic Area, where GDPR Art. 44 asks for more. */
export const isThirdCountry = (country: string | undefined): boolean =>
  Boolean(country) && !regimeById('eu')!.territory.includes(country!);

/** One to whom data goes beyond the Economic Area. */
export interface Transfer {
  id: string;
  name: string;
  country: string;
  safeguard?: Safeguard;
}

/** All transfers of a site: those of its services and of the recipients that were added to them. */
export function transfersOf(services: readonly Service[], { safeguards, recipients }: Answers): Transfer[] {
  const settled = (country: string, said?: Safeguard): { safeguard?: Safeguard } => {
    const by = said ?? (ADEQUATE.includes(country) ? 'adequacy' : undefined);
    return by ? { safeguard: by } : {};
  };
  return [
    ...services.map(({ id, name, country = '' }) => ({ id, name, country, ...settled(country, safeguards[id]) })),
    ...recipients.map(({ id, name, country, safeguard }) => ({ id, name, country, ...settled(country, safeguard) })),
  ].filter(({ country }) => isThirdCountry(country));
}
