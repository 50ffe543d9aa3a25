import { z } from 'zod';
import { ITEM_KINDS } from '../observe/types';
import { namePatternSchema } from './name-pattern';

const hostName = z
  .string()
  .trim()
  .toLowerCase()
  .regex(/^[a-z0-9_-]+(\.[a-z0-9_-]+)*$/, 'a host name such as tags.example.org, without scheme, port or path')
  .max(253);

/** What people of an organisation settled once for all items alike. */
export const houseRuleSchema = z.strictObject({
  when: z
    .strictObject({
      /** This host and all below it. */
      host: hostName.optional(),
      name: namePatternSchema.optional(),
      /** Host of the tag that brings it in, however deep; the tag itself is not meant. */
      broughtInBy: hostName.optional(),
      kinds: z.array(z.enum(ITEM_KINDS)).min(1).optional(),
    })
    .refine((when) => when.host || when.name || when.broughtInBy, 'say a host, a name, or what brings it in'),
  purpose: z.string().min(1, 'choose a purpose').max(63),
  service: z.string().trim().min(1, 'name the service').max(200),
  description: z.string().trim().max(2000).optional(),
  /** Why; shown with every ruling it makes. */
  reason: z.string().trim().max(2000).optional(),
});
export type HouseRuleBody = z.output<typeof houseRuleSchema>;
export interface HouseRule extends HouseRuleBody {
  id: string;
  /** `null`: for every site of the organisation. */
  siteId: string | null;
  enabled: boolean;
}
