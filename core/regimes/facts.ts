import { thresholdWords } from './applies';
import { regimeById } from './catalogue';
import type { AgeBand, Cited, GpcForce, Inherited, ModeKey, ResolvedRegime, Right } from './types';
import { ACTIVITY_WORDS, daysWords, MODE_WORDS } from './words';

/** One thing that a regime says, in words, and where it says so. */
export interface RegimeFact {
  label: string;
  text: string;
  source: string;
  /** Name of the regime that it has this from, where it is another. */
  from?: string;
  toBeConfirmed?: true;
  /** A link to go to. */
  url?: string;
}

export interface RegimeSection {
  title: string;
  facts: RegimeFact[];
}

export const GPC_WORDS: Record<GpcForce, string> = {
  ignored: 'need not be obeyed',
  refuses: 'counts as a refusal of sale, sharing and targeted advertising, until a knowing yes',
  binds: 'has to be obeyed: it objects to sale, sharing and targeted advertising',
};

const NEEDS_WORDS: Record<AgeBand['needs'], string> = {
  guardian: 'only with the yes of a parent or guardian',
  'own-yes': 'only with a yes of their own',
  forbidden: 'not at all',
};

const RIGHT_WORDS: Record<Right, string> = {
  access: 'access',
  rectification: 'rectification',
  erasure: 'erasure',
  restriction: 'restriction',
  portability: 'portability',
  objection: 'objection',
  'opt-out-of-sale': 'objecting to sale',
  'opt-out-of-targeting': 'objecting to targeted advertising',
  'opt-out-of-profiling': 'objecting to profiling',
  'limit-sensitive': 'limiting the use of sensitive data',
  withdrawal: 'withdrawing a yes',
  appeal: 'appealing against an answer',
  'list-of-recipients': 'a list of who received it',
};

/** Words as a sentence lists them: "a, b and c". */
export const list = (words: readonly string[]) =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;

/** All that a regime says, in words and in order, with articles; for its page and its document. */
export function regimeFacts(regime: ResolvedRegime): RegimeSection[] {
  const fact = (label: string, text: string, cited: Cited<unknown> | Inherited<unknown>): RegimeFact => ({
    label,
    text,
    source: cited.source,
    ...('from' in cited && cited.from !== regime.id && { from: regimeById(cited.from)?.name ?? cited.from }),
    ...(cited.toBeConfirmed && { toBeConfirmed: true }),
  });
  const modes = (Object.keys(regime.modes) as ModeKey[]).map((key) =>
    fact(
      key === 'default' ? 'Purposes in general' : sentence(ACTIVITY_WORDS[key]),
      MODE_WORDS[regime.modes[key]!.value],
      regime.modes[key]!,
    ),
  );
  const { yesDays, refusalDays, askAgainDays, gpc, links, childAge, minors, requestDays, rights, authority, applies } =
    regime;
  const { answer, extension } = requestDays.value;
  return [
    { title: 'What may run', facts: modes },
    {
      title: 'For how long',
      facts: [
        fact('A yes stands', daysWords(yesDays.value), yesDays),
        fact('A refusal is respected', daysWords(refusalDays.value), refusalDays),
        fact(
          'Nobody who said no is asked again',
          askAgainDays.value === null ? 'no time of its own' : `before ${askAgainDays.value} days`,
          askAgainDays,
        ),
      ],
    },
    { title: 'Signals of the browser', facts: [fact('Global Privacy Control', GPC_WORDS[gpc.value], gpc)] },
    ...(links.value.length > 0
      ? [{ title: 'Links in this wording', facts: links.value.map((link) => fact('Link', `“${link}”`, links)) }]
      : []),
    {
      title: 'Children',
      facts: [
        fact('Decide alone', `from ${childAge.value} years on`, childAge),
        ...minors.value.map((band) =>
          fact(
            `Under ${band.under}`,
            `${list(band.of.map((key) => (key === 'default' ? 'purposes in general' : ACTIVITY_WORDS[key])))}: ${NEEDS_WORDS[band.needs]}`,
            minors,
          ),
        ),
      ],
    },
    {
      title: 'Requests',
      facts: [
        fact(
          'Answered',
          answer === null
            ? 'without delay; the law sets no number of days'
            : `within ${answer} days${extension ? `, and ${extension} more where it is told why` : ''}`,
          requestDays,
        ),
        ...(rights.value.length > 0
          ? [fact('Rights', list(rights.value.map((right) => RIGHT_WORDS[right])), rights)]
          : []),
      ],
    },
    {
      title: 'Whom it binds',
      facts: [
        ...applies.value.anyOf.map((group, i) =>
          fact(i === 0 ? 'Who has' : 'Or', list(group.map(thresholdWords)), applies),
        ),
        fact('Bodies without profit', applies.value.nonProfits ? 'are bound too' : 'are not bound', applies),
      ],
    },
    { title: 'Duties', facts: regime.duties.map(({ text, source }) => ({ label: '', text, source })) },
    {
      title: 'Authority',
      facts: [{ ...fact('Authority', authority.value.name, authority), url: authority.value.url }],
    },
    {
      title: 'What changes',
      facts: regime.toCome.map(({ on, what, ...said }) => ({
        label: `From ${on}`,
        text: what,
        source: sourceOf(said),
      })),
    },
  ].filter(({ facts }) => facts.length > 0);
}

/** The article that brings a change. */
function sourceOf({ modes, ...said }: object & { modes?: object }): string {
  const cited = [...Object.values(said), ...Object.values(modes ?? {})] as Cited<unknown>[];
  return cited[0]?.source ?? '';
}

const sentence = (words: string) => words[0]!.toUpperCase() + words.slice(1);

/** A regime as a Markdown document, as it stands on a day (ISO date). */
export function regimeMarkdown(regime: ResolvedRegime, on: string): string {
  const territory = regime.territory.length > 0 ? regime.territory.join(', ') : 'wherever no other regime holds';
  const lines = [
    `# ${regime.name}`,
    '',
    regime.law.endsWith('.') ? regime.law : `${regime.law}.`,
    '',
    `In force from ${regime.inForce.from}${regime.inForce.until ? ` until ${regime.inForce.until}` : ''}, in: ${territory}. As it stands on ${on}; read on ${regime.readOn}. This is no legal advice.`,
  ];
  for (const { title, facts } of regimeFacts(regime)) {
    lines.push('', `## ${title}`, '');
    for (const { label, text, source, from, toBeConfirmed, url } of facts) {
      const what = label ? `**${label}**: ${text}` : text;
      const where = [source, ...(from ? [`from: ${from}`] : []), ...(toBeConfirmed ? ['to be confirmed'] : [])];
      lines.push(`- ${url ? what.replace(text, `[${text}](${url})`) : what} (${where.join('; ')})`);
    }
  }
  if (regime.sources.length > 0) lines.push('', '## Sources', '', ...regime.sources.map((source) => `- ${source}`));
  return `${lines.join('\n')}\n`;
}
