import { diffComm } from 'node-diff3';
import { compileRelease } from '../release/release';
import type { Setup } from '../setup/types';
import { noAnswers } from './answers';
import { type PolicyContent, policyDocument } from './policy';
import { live } from './rich/build';
import { asText, type Part } from './tree';

/** A line of what visitors read that is there no more, or new; `under`: the headings above it. */
export interface ChangedLine {
  in: 'before' | 'after';
  under: string;
  text: string;
}

/**
 * What live blocks of all policies will say otherwise when `after` is published where `before` is in force, in a language
 * that both speak; `on` (ISO date): the day whose laws count.
 */
export function changedReading(before: Setup, after: Setup, language: string, on: string): ChangedLine[] {
  const lines = (setup: Setup) => {
    const release = compileRelease(setup, 1, on);
    // Each by itself: what one ends with is no heading of the next.
    return (['items', 'rights'] as const).flatMap((block) => {
      const content: PolicyContent = {
        ...{ kind: 'cookies', audience: 'visitors', source: language, answers: noAnswers() },
        languages: { [language]: { title: '', blocks: [live(block, block)] } },
      };
      return linesOf(policyDocument(content, release, language, null).parts);
    });
  };
  return diffComm(lines(before), lines(after)).flatMap(({ common, buffer1 = [], buffer2 = [] }) =>
    common ? [] : [...buffer1.map(asLine('before')), ...buffer2.map(asLine('after'))],
  );
}

/** Ends the headings of a line, which no heading has in it. */
const END = '\n';
const asLine =
  (side: ChangedLine['in']) =>
  (line: string): ChangedLine => {
    const [under = '', text = ''] = line.split(END);
    return { in: side, under, text };
  };

const LINES = new Set(['p', 'li', 'dt', 'dd', 'tr']);

/** Every line of a document after the headings that it stands under. */
function linesOf(parts: readonly Part[]): string[] {
  const lines: string[] = [];
  const headings: string[] = [];
  const flat = (part: Part) =>
    asText(part)
      .replace(/^\s*- |\s+/g, ' ')
      .trim();
  const walk = (part: Part) => {
    if (typeof part === 'string') return;
    const level = /^h([1-3])$/.exec(part.tag)?.[1];
    if (level) {
      headings.length = Number(level) - 1;
      headings[Number(level) - 1] = flat(part);
      lines.push(`${headings.filter(Boolean).join(', ')}${END}`);
    } else if (LINES.has(part.tag)) lines.push(`${headings.filter(Boolean).join(', ')}${END}${flat(part)}`);
    else for (const one of part.parts) walk(one);
  };
  for (const part of parts) walk(part);
  return lines;
}
