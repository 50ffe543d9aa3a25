import { CHOICE_COOKIE, encodeChoice, HOST_CHOICE_COOKIE, type KeptChoice } from '@douane/core/consent/choice-cookie';
import type { CookieJar } from '../types';

/** A choice made just now. */
export function chosenNow(choice: Omit<KeptChoice, 'atSeconds' | 'ageDays'>): KeptChoice {
  return { ...choice, atSeconds: Math.floor(Date.now() / 1000), ageDays: 0 };
}

/** Keeps a choice for so many days from now; done again at each visit, since browsers keep nothing for ever. */
export function keepChoice(choice: KeptChoice, days: number, jar: CookieJar): void {
  const https = location.protocol === 'https:';
  const name = https ? HOST_CHOICE_COOKIE : CHOICE_COOKIE;
  const secure = https ? '; Secure' : '';
  jar.write(`${name}=${encodeChoice(choice)}; Path=/; Max-Age=${days * 86_400}; SameSite=Lax${secure}`);
  // One from before the prefix would stand beside it.
  if (https) jar.write(`${CHOICE_COOKIE}=; Path=/; Max-Age=0`);
}
