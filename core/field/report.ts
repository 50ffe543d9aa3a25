import { z } from 'zod';
import { REQUEST_KINDS } from '../observe/types';
import type { Setup } from '../setup/types';
import { type FieldReport, fieldPage, MOST_SIGHTED } from './sighted';

/** A host as a browser writes it; nothing that stands for several. */
const isHost = (text: string) => URL.canParse(`http://${text}/`) && new URL(`http://${text}/`).hostname === text;

/** What a gate sends. Unknown fields are refused, and so is a page that says more than its kind. */
export const fieldReportSchema = z.strictObject({
  page: z
    .string()
    .max(400)
    .refine((page) => page.startsWith('/') && fieldPage(page) === page, 'the kind of a page, such as /shop/*'),
  seen: z
    .array(
      z.strictObject({
        host: z.string().max(253).refine(isHost, 'a host, such as cdn.example.org'),
        kind: z.enum(REQUEST_KINDS),
        held: z.boolean(),
      }),
    )
    .min(1)
    .max(MOST_SIGHTED),
}) satisfies z.ZodType<FieldReport>;

/** A third party that real visitors' browsers told of, added up over {@link FIELD_DAYS} days. */
export interface FieldHost {
  host: string;
  /** How many pages told of it; of each of a hundred pages only the site's share tells. */
  reports: number;
  /** Of these, on how many it was kept from being contacted. */
  held: number;
  kinds: string[];
  pages: string[];
  /** Days, as `2026-03-14`. */
  firstDay: string;
  lastDay: string;
}

/** Reports are kept this long. */
export const FIELD_DAYS = 30;

export interface FieldSettings {
  /** Which part of all pages that are looked at tells, from 0 to 1. 0: none does. */
  share: number;
  /** A third party raises the alarm when so many pages have told of it; one alone may be a visitor's own extension. */
  alarmFrom: number;
}

/** What a site has set, or else a tenth of all pages and an alarm from the fifth report on. */
export const fieldSettings = ({ holding }: Pick<Setup, 'holding'>): FieldSettings =>
  holding.reports ?? { share: 0.1, alarmFrom: 5 };
