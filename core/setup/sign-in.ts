import { z } from 'zod';
import { type Parsed, parseText } from './parse';

/** How to get behind a login: where, what to fill in, what to press, and what shows that it worked. Selectors are CSS. */
export const signInSchema = z.strictObject({
  address: z.url('a web address'),
  fields: z.array(z.strictObject({ selector: z.string().min(1), value: z.string() })),
  submit: z.string().min(1),
  success: z.string().min(1),
});
export type SignIn = z.output<typeof signInSchema>;

/** Reads the text of a sign-in file. */
export const parseSignInText = (text: string): Parsed<SignIn> => parseText(signInSchema, text);
