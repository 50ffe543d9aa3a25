import { CARRIED_WORDS } from '../observe/carried';
import { lifetimeWords } from '../observe/lifetime';
import type { Activity } from '../observe/script-terms';
import { valueWords } from '../observe/value';
import { deviceReadWords, KIND_WORDS } from '../observe/words';
import { plural } from '../words/index';
import type { Because, Said, SeenThen } from './because';
import type { HouseRuleBody } from './house-rule';

const NAMES = {
  token: 'its name is that of a token against forged requests',
  basket: 'its name is that of a basket, and it stays with the site',
  'privacy-choice': 'its name says that it keeps a choice about privacy',
  balancer: 'its name is that of a load balancer and it ends soon',
  language: 'its name is that of a language setting',
};
const ACTIVITY_WORDS: Record<Activity, string> = {
  measurement: 'counting visits',
  monitoring: 'faults and speed',
  replay: 'recording visits',
  flags: 'switching parts on',
  chat: 'conversations',
  comments: 'comments of readers',
  forms: 'asking for opinions',
  marketing: 'advertising and messages',
  video: 'playing films',
  maps: 'maps',
  payments: 'payment',
  'sign-in': 'signing in',
  'anti-fraud': 'telling people from robots',
};
const GATE = {
  itself: 'setup: the gate and its recorder',
  choice: 'setup: where the gate keeps the visitor’s choice',
  key: 'setup: a key of the gate',
};
const CATALOGUES = { shipped: 'catalogue', own: 'own catalogue' };
const MOST_HOSTS = 3;

/** Why something is ruled or suggested, as a phrase without full stop. The only place that words it. */
export function becauseWords(because: Because): string {
  switch (because.code) {
    case 'said':
      return because.text;
    case 'by-hand':
      return `ruled by ${because.person}`;
    case 'kept-open':
      return 'kept open to be looked at';
    case 'by-file':
      return `taken in from ${because.file} by ${because.person}`;
    case 'service-moved':
      return `moved from ${because.from} to ${because.into} by ${because.person}`;
    case 'elsewhere':
      return `as ruled on ${because.site}: ${becauseWords(because.because)}`;
    case 'house-rule':
      return `house rule: ${ruleWords(because)}${because.text ? ` (${because.text})` : ''}`;
    case 'catalogue': {
      const { of, kind, name, host, depends } = because;
      const named =
        name === undefined ? `host ${host}` : `${KIND_WORDS[kind!]} named ${name}${host ? ` of ${host}` : ''}`;
      return `${CATALOGUES[of]}: ${named}${depends ? `, but ${depends}` : ''}`;
    }
    case 'owner-of-host':
      return `open data on hosts: ${because.host} belongs to ${because.owner} (${because.category})`;
    case 'setup-item':
      return `setup: ${KIND_WORDS[because.kind]} ${because.name}`;
    case 'setup-host':
      return `setup: host ${because.host}`;
    case 'gate':
      return GATE[because.part];
    case 'name-of':
      return NAMES[because.what];
    case 'language':
      return 'its name and its value are those of a language';
    case 'setting':
      return 'a short plain value under the name of a setting, the same for every new visitor';
    case 'lasting-identifier':
      return `a third-party cookie with a value of its own for every visitor lasts ${Math.round(because.lives / 86_400)} days`;
    case 'device-read':
      return deviceReadWords(because.reads);
    case 'markup-frame':
      return 'a frame that stands in the page’s own markup';
    case 'sent-to': {
      const { hosts, service } = because;
      const more = hosts.length > MOST_HOSTS ? ` and ${hosts.length - MOST_HOSTS} more` : '';
      const known = service ? `, known as ${service}` : '';
      return `its identifier was sent to ${hosts.slice(0, MOST_HOSTS).join(', ')}${more}${known}`;
    }
    case 'script-of':
      return `written by a script of ${because.host}, known as ${because.service}`;
    case 'kit-of':
      return `done by a script that is the kit of ${because.service}, wherever it is served from`;
    case 'kit-within':
      return `done by a script that holds the kit of ${because.service} beside much else`;
    case 'reads-like':
      return `its script reads like those for ${because.activity ? ACTIVITY_WORDS[because.activity] : 'that purpose'}: ${because.words.join(', ')}`;
    case 'speaks-of':
      return `its script speaks of ${ACTIVITY_WORDS[because.activity]}: ${because.terms.join(', ')}`;
    case 'posts':
      return `${because.count} posts of ${Math.round(because.size / 1000)} kB in all were sent within one visit`;
    case 'posts-page':
      return 'it posts what stands on the page';
    case 'session':
      return `a first-party session${because.hidden ? ' that scripts cannot read' : ''}, set by the site’s own server`;
    case 'font':
      return 'a font file';
    case 'tells':
      return `it tells its receiver ${because.what.map((one) => CARRIED_WORDS[one]).join(', ')}`;
    case 'ruled-so':
      return `a person ruled the ${KIND_WORDS[because.kind]} ${because.name} so`;
    case 'same-host':
      return `of something else that ${because.host} does: ${becauseWords(because.because)}`;
    case 'marks':
      return because.said.map((one) => becauseWords(one.because)).join('; ');
  }
}

/** What a reason rests on in detail, a phrase each; of most reasons there is no more to say than the reason. */
export function evidenceWords(because: Because): string[] {
  if (because.code === 'marks') return [...because.said, ...because.against].map(saidWords);
  if (because.code === 'catalogue' && because.lives !== undefined)
    return [`usually lives ${lifetimeWords(because.lives)}`];
  return [];
}

const saidWords = ({ heuristic, because, confidence }: Said) =>
  `${heuristic}: ${becauseWords(because)} (${Math.round(confidence * 100)} %)`;

/** A house rule's condition as words: "everything named _x* of tags.example.org". */
export function ruleWords({ when }: Pick<HouseRuleBody, 'when'>): string {
  const what = when.kinds ? when.kinds.map((kind) => KIND_WORDS[kind]).join(', ') : 'everything';
  return [
    what,
    when.name && `named ${when.name}`,
    when.host && `of ${when.host}`,
    when.broughtInBy && `that ${when.broughtInBy} brings in`,
  ]
    .filter(Boolean)
    .join(' ');
}

/** What a person's ruling rested on when it was made, a phrase each. */
export function seenThenWords(seen: SeenThen): string[] {
  if ('told' in seen) return seen.told;
  const { party, setBy, pages, lifetimeSeconds, value, chain } = seen;
  return [
    `${party} party${setBy ? `, set by ${setBy === 'http' ? 'an answer' : 'a script'}` : ''}, on ${plural(pages, 'page')}`,
    ...(lifetimeSeconds === undefined
      ? []
      : [`lived ${lifetimeSeconds === null ? 'until the browser closed' : lifetimeWords(lifetimeSeconds)}`]),
    ...(value ? [valueWords(value)] : []),
    ...(chain.length > 1 ? [`brought in by ${chain.join(' → ')}`] : []),
  ];
}
