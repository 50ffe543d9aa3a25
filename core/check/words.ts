import { UNRULED_MARK } from '../hold/look-up';
import { GATE_WORDS } from '../look/words';
import { plural } from '../words/index';
import type { SiteChange } from './alike';
import type { CheckedTold } from './told';
import type { CheckedItem, Exposed, Exposure, Shown, SlipCause, Step } from './types';

/** Why an item slipped, in a sentence or two; empty where it did not. */
export function slipWords(item: Pick<CheckedItem, 'cause' | 'purpose' | 'shown' | 'guestOf' | 'neverScanned'>): string {
  const { cause, purpose, shown, guestOf, neverScanned } = item;
  if (!cause) return '';
  return [
    whenWords(cause, purpose),
    guestOf && `${guestOf.host} brought it in, which may run (${guestOf.purpose}); that is no yes to anybody else.`,
    shown && SHOWN_WORDS[shown],
    neverScanned && 'No scan has seen it.',
  ]
    .filter(Boolean)
    .join(' ');
}

const SHOWN_WORDS: Record<Shown, string> = {
  ahead: 'Its tag stands unmarked in the page, where the browser asks for it ahead of all scripts.',
  'above-gate': 'On its page the gate does not stand first.',
  network: 'The browser told nothing of it; the network shows it.',
  'run-time': '',
};

function whenWords(cause: SlipCause, purpose: string | null): string {
  const open = purpose === null ? 'It is an open item, so no visitor could say yes to it. ' : '';
  switch (cause.code) {
    case 'early':
      return `${open}It fired ${cause.clicked ? 'after the click, ' : ''}${Math.round(cause.ms)} ms before the record.`;
    case 'no-choice':
      return `${open}It fired and no choice was on record.`;
    case 'before-choice':
      return `${open}It fired before any choice was on record.`;
    case 'kept':
      return `${open}It is still kept in the visitor’s browser, though the yes to it stands no more.`;
    case 'carries':
      return cause.heldFor === undefined
        ? `It was told no, and sends an identifier all the same, the same on several pages (${cause.name}).`
        : `It may be contacted, and was told the identifier that is stored as ${cause.name} for ${cause.heldFor}, to which no yes stands.`;
    case 'not-permitted':
      return `${open}It fired ${Math.round(cause.ms)} ms after ${cause.ended ? 'a yes to it stood no more' : 'a record that does not permit it'}.`;
  }
}

/** When a picture was taken, against the moment that it is to show. Both in ms of the visit. */
export function pictureWords(atMs: number, momentMs: number): string {
  const by = Math.round(atMs - momentMs);
  if (by === 0) return 'The screen in that moment.';
  return by < 0 ? `The screen as it stood since ${-by} ms.` : `The screen ${by} ms later; nothing was painted before.`;
}

/** That a site changed while it was checked, in a sentence. */
export const changeWords = ({ at, url, part, isNew }: SiteChange): string =>
  `The site changed during the check: since ${new Date(at).toISOString()} ${url} ${isNew ? 'has' : 'no more has'} "${part}". What this visit saw before is of the site as it was.`;

/** The steps of a case as one word: `none`, `accept`, `refuse`, `only:PURPOSE`, `withdraw`; others joined by `+`. */
export function choiceWord(steps: readonly Step[]): string {
  if (steps.length === 0) return 'none';
  const text = steps.join('+');
  return text === 'accept+refuse' ? 'withdraw' : text;
}

/** What only luck holds, in a sentence. */
export function exposureWords({ what, line, state, hosts, marks }: Exposed): string {
  const whose = hosts.join(', ');
  const by = marks.map((mark) => (mark === UNRULED_MARK ? 'nobody has ruled it' : mark)).join(', ');
  switch (what) {
    case 'tag':
      return `Line ${line}: a browser may ask ${whose} (${by}) for this tag before any script runs.`;
    case 'header':
      return `The answer’s Link header has browsers ask ${whose} (${by}) before any script runs.`;
    case 'gate':
      return `The gate is ${GATE_WORDS[state ?? 'missing']}.`;
  }
}

/** What kept nothing from happening, of all visits: "Held in 20 of 20 visits, but nothing guarantees it." */
export const luckWords = ({ cases }: Pick<Exposure, 'cases'>, slippedIn: number): string =>
  slippedIn === 0
    ? `Held in ${cases.length} of ${plural(cases.length, 'visit')}, but nothing guarantees it.`
    : `It went out in ${slippedIn} of ${plural(cases.length, 'visit')}.`;

/** What one form of telling tags came to, in a sentence. */
export function toldWords({ listener, verdict, meant, heard }: CheckedTold): string {
  const say = (commands: unknown[][]) => commands.map((one) => JSON.stringify(one)).join(', ');
  switch (verdict) {
    case 'told':
      return `${listener}: told what this visitor granted, before anything else.`;
    case 'late':
      return `${listener}: something else was said before what this visitor granted; the gate’s line has to stand before it.`;
    case 'wrong':
      return `${listener}: told ${say(heard)}, where ${say(meant)} was meant; something else tells these tags, too.`;
    case 'unheard':
      return `${listener}: told nothing, since no such tag asked.`;
  }
}
