import type { Config } from '../config';
import type { Db } from '../db/db';
import { noteUntold, takeReviewersToTell } from '../db/policy-versions.sql';
import { sendMail } from './mail';

/** Tells reviewers by mail that their word on a version is asked for, and once more on the day before it is due. */
export async function tellReviewers(db: Db, config: Pick<Config, 'publicUrl' | 'smtpUrl' | 'mailFrom'>): Promise<void> {
  if (!config.smtpUrl) return;
  for (const reviewer of await takeReviewersToTell(db)) {
    const { email, policyId, siteId, site, title, number, note, askedBy, dueOn } = reviewer;
    const link = new URL(`/sites/${siteId}/policies/${policyId}/versions`, config.publicUrl).href;
    const text = [
      `${askedBy} asks for your word on version ${number} of “${title}”, for ${site}${dueOn ? `, by ${dueOn}` : ''}.`,
      ...(note ? [`What has changed: ${note}`] : []),
      `Read it, and approve it or send it back:\n${link}`,
    ].join('\n\n');
    const subject = `${site}: “${title}” waits for your word`;
    try {
      await sendMail(config.smtpUrl, { from: config.mailFrom, to: email, subject, text });
    } catch (error) {
      const why = (error as Error).message;
      console.error(`letter to a reviewer: ${why}`);
      await noteUntold(db, reviewer, why.slice(0, 300));
    }
  }
}
