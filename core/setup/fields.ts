import { z } from 'zod';
import { LANGUAGE_TAG } from '../language/index';

/** Kinds of fields that several parts of a setup have. */
export const languageTag = z
  .string()
  .max(35)
  .regex(LANGUAGE_TAG, 'a language tag such as en, pt-BR or zh-Hant (BCP 47)');
export const webAddress = z
  .string()
  .refine(
    (text) => /^https?:\/\//i.test(text) && URL.canParse(text),
    'a web address starting with http:// or https://',
  );
export const line = z.string().trim().min(1, 'must not be empty').max(200, 'at most 200 characters');
export const text = z.string().trim().min(1, 'must not be empty').max(2000, 'at most 2,000 characters');
