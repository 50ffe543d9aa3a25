import { z } from 'zod';
import { type Parsed, parseText } from './parse';

/** How to get behind a login: where, what to fill in, what to press, and what shows that it worked. Selectors are CSS. */
export const signInSchema = z.strictObject({
  address: z.url({ protocol: /^https?$/, error: 'a web address' }),
  fields: z
    .array(
      z.strictObject({
        selector: z.string().trim().min(1, 'give a CSS selector').max(500),
        value: z.string().max(1000),
      }),
    )
    .max(20, 'at most 20 fields'),
  submit: z.string().trim().min(1, 'give a CSS selector').max(500),
  success: z.string().trim().min(1, 'give a CSS selector').max(500),
});
export type SignIn = z.output<typeof signInSchema>;

/** Reads the text of a sign-in file. */
export const parseSignInText = (text: string): Parsed<SignIn> => parseText(signInSchema, text);
