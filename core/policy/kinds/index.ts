import type { Setup } from '../../setup/types';
import type { Answers, Audience } from '../answers';
import { regimesOf } from '../facts';
import type { Block } from '../rich/node';
import { changes, contact, controller, intro, items, stored, terms } from '../sections/basic';
import { recipients, transfers } from '../sections/recipients';
import { automated, children, complaint, incentives, rights, sale } from '../sections/rights';
import type { Section } from '../sections/section';
import { uses } from '../sections/uses';
import { policyWords, proposedIn } from '../words/index';
import type { PolicyKindId } from './ids';

export { POLICY_KINDS, type PolicyKindId } from './ids';

/** One kind of policy: what it is called in the interface, to whom it speaks by itself, and its sections in their order. */
export interface PolicyKind {
  name: string;
  means: string;
  audience: Audience;
  sections: readonly Section[];
}

const ofPerson = [uses, recipients, transfers, rights, complaint, automated];
export const KINDS: Readonly<Record<PolicyKindId, PolicyKind>> = {
  privacy: {
    name: 'Privacy policy',
    means: 'What is done with personal data of those who use the site',
    audience: 'visitors',
    sections: [
      ...[intro, controller, uses, stored, recipients, transfers, rights, complaint, children],
      ...[automated, sale, incentives, contact, changes],
    ],
  },
  cookies: {
    name: 'Cookie policy',
    means: 'What the site keeps in the browser, item by item, as it is in force',
    audience: 'visitors',
    sections: [intro, items, contact, changes],
  },
  imprint: {
    name: 'Imprint',
    means: 'Who offers the site',
    audience: 'visitors',
    sections: [controller, contact],
  },
  terms: {
    name: 'Terms of use',
    means: 'On what conditions the site is offered; a beginning to go on with',
    audience: 'customers',
    sections: [intro, terms, contact, changes],
  },
  'app-cookies': {
    name: 'Notice for an app',
    means: 'What an app of the same inventory keeps on a device',
    audience: 'visitors',
    sections: [intro, items, recipients, contact, changes],
  },
  staff: {
    name: 'Notice for staff',
    means: 'What is done with personal data of those who work for the organisation',
    audience: 'staff',
    sections: [intro, controller, ...ofPerson, contact, changes],
  },
  applicants: {
    name: 'Notice for applicants',
    means: 'What is done with personal data of those who apply for work',
    audience: 'applicants',
    sections: [intro, controller, ...ofPerson, contact, changes],
  },
  supplement: {
    name: 'Supplement for US states',
    means: 'What the laws of US states ask for beside the privacy policy',
    audience: 'visitors',
    sections: [intro, uses, recipients, rights, sale, incentives, contact, changes],
  },
};

export interface WrittenFrom {
  kind: PolicyKindId;
  audience: Audience;
  answers: Answers;
  setup: Setup;
  /** Day (ISO date) as of which laws are read. */
  on: string;
}

/** `answered`: ids of blocks in which answers stand in the words of whoever gave them. */
export interface WrittenPolicy {
  title: string;
  blocks: Block[];
  answered: ReadonlySet<string>;
}

/** A policy as it is written from answers, inventory and laws, in a language; `null`: policies are not written in it. */
export function writtenPolicy(from: WrittenFrom, language: string): WrittenPolicy | null {
  const words = policyWords(language);
  if (!words) return null;
  const answered = new Set<string>();
  const said = (block: string, answer: string) => {
    const proposed = proposedIn(words, answer);
    if (proposed !== null) return proposed;
    if (answer) answered.add(block);
    return answer;
  };
  const written = { ...from, regimes: regimesOf(from.setup, from.on), language, words, said };
  const blocks = KINDS[from.kind].sections.flatMap((section) => section.blocks(written));
  return { title: words.titles[from.kind], blocks, answered };
}
