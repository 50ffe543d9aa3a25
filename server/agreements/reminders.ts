import { agreementWords, letterOf, titleIn } from '@douane/core/agreements';
import type { Config } from '../config';
import { duePersons, noteReminded } from '../db/agreements.sql';
import type { Db } from '../db/db';
import { siteById } from '../db/sites.sql';
import { sendMail } from '../notices/mail';
import { isWaiting, screenAddress, standingOf, TICKET_SECONDS } from './agreeing';

/** Reminds those by mail who have not answered what they must, as often as their sites want. */
export async function remindWaiting(db: Db, config: Pick<Config, 'publicUrl' | 'smtpUrl' | 'mailFrom'>): Promise<void> {
  if (!config.smtpUrl) return;
  for (const due of await duePersons(db)) {
    const { person, mail, organisationId, siteId, key, agreementKey } = due;
    const standing = await standingOf(db, due, person);
    if (!isWaiting(standing)) {
      await noteReminded(db, due, person, true); // there is nothing to be reminded of, so the address goes
      continue;
    }
    const name = (await siteById(db, organisationId, siteId))!.setup.site.name;
    const { language, words } = agreementWords([due.language ?? 'en']);
    const titles = standing.policies
      .filter(({ policy, standing: is }) => policy.must && is !== 'agreed')
      .map(({ policy }) => titleIn(policy, language));
    const of = { person, to: null, seconds: TICKET_SECONDS.letter };
    const link = screenAddress(config.publicUrl, { key }, agreementKey, of);
    // Noted first: who gets no letter now is asked again after the same time, and nobody gets two.
    await noteReminded(db, due, person, false);
    try {
      const letter = letterOf(words.reminder, { site: name, titles: titles.join(', '), link });
      await sendMail(config.smtpUrl, { from: config.mailFrom, to: mail!, ...letter });
    } catch (error) {
      console.error(`reminder: ${(error as Error).message}`);
    }
  }
}
