import { z } from 'zod';
import type { GateState } from '../look/types';
import { GATE_WORDS } from '../look/words';
import { ITEM_KINDS } from '../observe/types';
import { CHECK_FORMAT, type CheckReport, VERDICTS } from './types';

const text = z.string().max(20_000);
const ms = z.number();
const link = z.object({
  url: text,
  how: text,
  kind: text.optional(),
  line: z.number().int().optional(),
}) as unknown as z.ZodType<NonNullable<CheckReport['cases'][number]['items'][number]['chain']>[number]>;

const cause = z.discriminatedUnion('code', [
  z.object({ code: z.literal('early'), ms, clicked: z.literal(true).optional() }),
  z.object({ code: z.literal('no-choice') }),
  z.object({ code: z.literal('before-choice') }),
  z.object({ code: z.literal('not-permitted'), ms, ended: z.literal(true).optional() }),
  z.object({ code: z.literal('kept') }),
  z.object({ code: z.literal('carries'), name: text, heldFor: text.optional() }),
]);

const item = z.object({
  kind: z.enum(ITEM_KINDS),
  name: text,
  host: text,
  purpose: text.nullable(),
  service: text.nullable(),
  expected: z.enum(['hold', 'allow']),
  verdict: z.enum(VERDICTS),
  firstAtMs: ms.optional(),
  page: text.optional(),
  url: text.optional(),
  chain: z.array(link).optional(),
  cause: cause.optional(),
  shown: z.enum(['ahead', 'above-gate', 'network', 'run-time']).optional(),
  guestOf: z.object({ host: text, purpose: text }).optional(),
  picture: z.object({ number: z.number().int(), atMs: ms }).optional(),
  neverScanned: z.literal(true).optional(),
  firings: z.array(z.object({ atMs: ms, permitted: z.boolean() })),
});

const step = text as unknown as z.ZodType<CheckReport['cases'][number]['recorded'][number]['step']>;
const commands = z.array(z.array(z.unknown()));
const visit = z.object({
  id: text,
  place: text,
  signals: z.array(text),
  choice: text,
  regimes: z.array(text),
  asks: z.boolean(),
  recordedAtMs: ms.nullable(),
  recorded: z.array(z.object({ step, id: text.optional(), clickedAtMs: ms, committedAtMs: ms.optional(), atMs: ms })),
  record: z.object({ id: text }).optional(),
  items: z.array(item).max(20_000),
  told: z
    .array(
      z.object({
        listener: text,
        verdict: z.enum(['told', 'late', 'wrong', 'unheard']),
        meant: commands,
        heard: commands,
      }),
    )
    .optional(),
  problems: z.array(text),
  notChecked: z.array(text).optional(),
});

const exposure = z.object({
  what: z.enum(['tag', 'header', 'gate']),
  page: text,
  line: z.number().int().optional(),
  text,
  marked: text.optional(),
  state: z.enum(Object.keys(GATE_WORDS) as [GateState]).optional(),
  marks: z.array(text),
  hosts: z.array(text),
  cases: z.array(text),
});

const count = z.number().int().min(0);
/** The report of a check, as it is written as JSON and taken in again. */
export const checkReportSchema: z.ZodType<CheckReport> = z.object({
  format: z.literal(CHECK_FORMAT, { error: `must be "${CHECK_FORMAT}"` }),
  target: z.url({ protocol: /^https?$/ }),
  startedAt: z.iso.datetime(),
  seconds: z.number().min(0),
  browser: text,
  version: z.number().int().nullable(),
  pages: z.array(text).max(10_000),
  cases: z.array(visit).max(1_000),
  exposed: z.array(exposure).optional(),
  summary: z.object({ held: count, cleared: count, slipped: count, silent: count }),
});

/** JSON Schema (draft 2020-12) of the report. */
export const checkReportJsonSchema = (): object => z.toJSONSchema(checkReportSchema, { io: 'input' });
