import { z } from 'zod';
import { placeName, placeProblem } from '../places/index';
import type { OrganisationFacts } from '../regimes/applies';
import { isPlaceGroup, type PlaceGroup } from '../regimes/groups';

/** Places and groups of places. */
export const placesSchema = z
  .array(
    z.string().superRefine((place, ctx) => {
      const problem = isPlaceGroup(place) ? null : placeProblem(place);
      if (problem) ctx.addIssue({ code: 'custom', message: problem });
    }),
  )
  .max(300);
/** ISO 4217, as the platform knows it. */
const CURRENCIES = new Set(Intl.supportedValuesOf('currency'));
const count = z.number().int('whole people').min(0).max(10_000_000_000);

/** What an organisation answers of itself, to learn which laws bind it. What is left out was not answered. */
export const organisationFactsSchema = z.strictObject({
  established: placesSchema.min(1, 'say where it is established'),
  offersTo: placesSchema,
  revenue: z
    .strictObject({
      amount: z.number().min(0, 'not below zero').max(1e15),
      currency: z.string().refine((code) => CURRENCIES.has(code), 'a currency such as USD or EUR (ISO 4217)'),
    })
    .optional(),
  people: z
    .record(z.string(), count)
    .superRefine((people, ctx) => {
      for (const code of Object.keys(people)) {
        const problem = placeProblem(code);
        if (problem) ctx.addIssue({ code: 'custom', path: [code], message: problem });
      }
    })
    .optional(),
  saleSharePercent: z.number().min(0, 'from 0 to 100').max(100, 'from 0 to 100').optional(),
  smallBusiness: z.boolean().optional(),
  nonProfit: z.boolean().optional(),
  sensitiveData: z.boolean().optional(),
  children: z.boolean().optional(),
}) satisfies z.ZodType<OrganisationFacts>;

const GROUP_WORDS: Record<PlaceGroup, string> = {
  eea: 'the European Economic Area',
  'us-states-with-law': 'the US states with a privacy law',
  'no-law': 'everywhere without a privacy law',
  everywhere: 'everywhere',
};

/** Place codes and groups as a list in a sentence. */
export function namedPlacesWords(places: readonly string[], most = places.length): string {
  const names = places.map((place) => (isPlaceGroup(place) ? GROUP_WORDS[place] : placeName(place)));
  return names.length <= most ? names.join(', ') : `${names.slice(0, most).join(', ')} and ${names.length - most} more`;
}

const yesNo = (value: boolean | undefined) => (value === undefined ? 'not answered' : value ? 'yes' : 'no');
const number = (value: number) => new Intl.NumberFormat('en').format(value);

/** What was answered, as pairs of question and answer. */
export function answerLines(facts: OrganisationFacts): [string, string][] {
  const people = Object.entries(facts.people ?? {}).map(([code, count]) => `${placeName(code)}: ${number(count)}`);
  return [
    ['Established in', namedPlacesWords(facts.established)],
    ['Customers or readers in', namedPlacesWords(facts.offersTo) || 'nowhere'],
    ['Revenue', facts.revenue ? `${number(facts.revenue.amount)} ${facts.revenue.currency} a year` : 'not answered'],
    ['People a year', people.join('; ') || 'not answered'],
    [
      'From selling data',
      facts.saleSharePercent === undefined ? 'not answered' : `${facts.saleSharePercent} % of the revenue`,
    ],
    ['Small business', yesNo(facts.smallBusiness)],
    ['Without profit', yesNo(facts.nonProfit)],
    ['Sensitive data', yesNo(facts.sensitiveData)],
    ['Children', yesNo(facts.children)],
  ];
}
