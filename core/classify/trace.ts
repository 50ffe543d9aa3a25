import { becauseWords } from './because-words';
import type { LayerAnswer } from './classifier';
import { LAYER_WORDS } from './settings';
import type { Author, Ruling } from './types';

const percent = (confidence: number) => `${Math.round(confidence * 100)} %`;

/** Who decided, as the subject of a sentence. */
export function authorWords(by: Author, person?: string | null): string {
  if (by === 'person') return person ?? 'a person';
  const words = {
    organisation: 'a ruling on another site',
    'house-rule': 'a house rule',
    catalogue: 'the catalogue',
    heuristic: 'what it does',
    setup: 'the setup',
  };
  return words[by];
}

/** What one layer that said something said, as a sentence. */
function answerWords(answer: LayerAnswer, purposeName: (id: string) => string): string {
  const { layer, state, ruling, suggestion, unknownPurpose } = answer;
  const title = titleOf(layer);
  if (state === 'off') return `${title}: switched off.`;
  if (state === 'suggests') {
    const { purpose, confidence, because } = suggestion!;
    return `${title}: perhaps ${purposeName(purpose)} (${percent(confidence)}, below the bar): ${becauseWords(because)}.`;
  }
  const { purpose, service, because, confidence } = ruling!;
  const what = `${purposeName(purpose)}, ${service} (${becauseWords(because)}${confidence < 1 ? `; ${percent(confidence)} sure` : ''})`;
  if (unknownPurpose) return `${title}: ${what}. This site has no such purpose, so it does not count.`;
  return `${title}: ${what}.${state === 'rules' ? ' This decides.' : ' Asked too late to decide.'}`;
}

/** "Why is this advertising?" in plain words, from a person's ruling, if any, down to the last layer. */
export function traceWords(
  person: (Ruling & { person?: string | null }) | null,
  answers: readonly LayerAnswer[],
  purposeName: (id: string) => string,
): string[] {
  const lines: string[] = [];
  if (person) {
    lines.push(
      `${person.person ?? 'A person'} ruled ${purposeName(person.purpose)}, ${person.service}: ${becauseWords(person.because)}. A person’s ruling stands before everything else.`,
    );
  }
  for (const answer of answers) {
    if (answer.state === 'silent') continue;
    const words = answerWords(answer, purposeName);
    lines.push(person ? words.replace(' This decides.', ' It would decide without the person.') : words);
  }
  const silent = answers.filter((answer) => answer.state === 'silent').map(({ layer }) => titleOf(layer).toLowerCase());
  if (silent.length > 0) lines.push(`Nothing known by: ${silent.join(', ')}.`);
  return lines;
}

const titleOf = (layer: LayerAnswer['layer']) => (layer === 'gate' ? 'The gate itself' : LAYER_WORDS[layer].title);
