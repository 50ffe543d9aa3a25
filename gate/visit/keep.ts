import { CHOICE_COOKIE, encodeChoice, HOST_CHOICE_COOKIE, type KeptChoice } from '@douane/core/consent/choice-cookie';
import type { CookieJar } from '../types';
import { deleteCookie } from './forget';

/** A choice made just now. */
export function chosenNow(choice: Omit<KeptChoice, 'atSeconds' | 'ageDays'>): KeptChoice {
  return { ...choice, atSeconds: Math.floor(Date.now() / 1000), ageDays: 0 };
}

const OURS = [CHOICE_COOKIE, HOST_CHOICE_COOKIE];

/**
 * Keeps a choice for so many days from now; done again at each visit, since browsers keep nothing for ever. `domains`: those
 * whose hosts share it.
 */
export function keepChoice(choice: KeptChoice, days: number, jar: CookieJar, domains: readonly string[]): void {
  const https = location.protocol === 'https:';
  const domain = domains.find((one) => `.${location.hostname}`.endsWith(`.${one}`));
  const name = https && !domain ? HOST_CHOICE_COOKIE : CHOICE_COOKIE;
  const attributes = `Path=/; Max-Age=${days * 86_400}; SameSite=Lax${https ? '; Secure' : ''}`;
  const write = () => jar.write(`${name}=${encodeChoice(choice)}; ${attributes}${domain ? `; Domain=${domain}` : ''}`);
  write();
  // One from before the site shared it, or the other way round, would stand beside it.
  const names = jar
    .read()
    .split('; ')
    .map((pair) => pair.split('=')[0]!);
  if (names.filter((one) => OURS.includes(one)).length < 2) return;
  for (const one of OURS) deleteCookie(one, jar);
  write();
}
