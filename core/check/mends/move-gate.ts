import { GATE_WORDS } from '../../look/words';
import type { MendRule } from './types';

/** What runs before the gate is not held by it. */
export const moveGate: MendRule = ({ exposed }) => {
  const gate = exposed.find(({ what }) => what === 'gate');
  if (!gate) return null;
  const where = gate.text ? `: it has to stand above ${gate.text}` : '';
  return {
    who: 'developer',
    words: `The gate is ${GATE_WORDS[gate.state ?? 'missing']}${where}. Put its line first in the head, as Install has it.`,
  };
};
