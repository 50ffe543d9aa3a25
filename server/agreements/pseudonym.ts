import { createHmac, timingSafeEqual } from 'node:crypto';
import { z } from 'zod';

/** A site's reference of a person, or a guardian's mail address, as it is kept: nobody without the site's key knows whose. */
export const pseudonym = (key: Buffer, reference: string): string =>
  createHmac('sha256', key).update(`person\n${reference}`).digest('hex');

const ticketSchema = z.strictObject({
  person: z.string().regex(/^[0-9a-f]{64}$/),
  /** Where the site wants the person back. */
  to: z.string().max(2_000).nullable(),
  /** Seconds since 1970 after which it is no longer good. */
  until: z.number().int(),
});
export type Ticket = z.output<typeof ticketSchema>;

/** What leads a person to the screen without saying who it is: signed by the site's key, good for a while. */
export function makeTicket(key: Buffer, ticket: Ticket): string {
  const body = Buffer.from(JSON.stringify(ticket)).toString('base64url');
  return `${body}.${signature(key, body)}`;
}

/** `null`: it is none of this site, was changed, or is too old. */
export function readTicket(key: Buffer, text: unknown, nowSeconds: number): Ticket | null {
  const [body = '', signed = ''] = typeof text === 'string' && text.length < 6_000 ? text.split('.') : [];
  const [a, b] = [Buffer.from(signed), Buffer.from(signature(key, body))];
  if (a.length !== b.length || !timingSafeEqual(a, b)) return null;
  const { data } = ticketSchema.safeParse(JSON.parse(Buffer.from(body, 'base64url').toString()));
  return data && data.until > nowSeconds ? data : null;
}

const signature = (key: Buffer, body: string): string =>
  createHmac('sha256', key).update(`ticket\n${body}`).digest('base64url');
