import { z } from 'zod';

export const shortText = z.string().max(300);
export const purposeId = z.string().max(63);
