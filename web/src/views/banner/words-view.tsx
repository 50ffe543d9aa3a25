import { languageName } from '@douane/core/language/name';
import { regimeById } from '@douane/core/regimes';
import { hostedPolicy } from '@douane/core/setup/gate-base';
import { type BannerTextKey, FACTS, RICH_TEXTS, shippedTexts, textsFor } from '@douane/core/texts';
import { lazy, Suspense } from 'react';
import { Link } from 'react-router';
import { Button, Finding, Section } from '../../ui/parts';
import { useBanner } from './use-banner';

const RichEditor = lazy(async () => ({ default: (await import('./rich-editor')).RichEditor }));

export const GROUPS: [string, [BannerTextKey, string][]][] = [
  [
    'First layer',
    [
      ['title', 'Heading'],
      ['body', 'Text'],
      ['refuse', 'Refuse'],
      ['choose', 'Choose'],
      ['accept', 'Accept'],
      ['refuseOne', 'Refuse, where there is one purpose'],
      ['acceptOne', 'Accept, where there is one purpose'],
      ['closeRefuses', 'The cross that refuses'],
      ['policy', 'Link to the policy'],
    ],
  ],
  [
    'Panel and services',
    [
      ['panelTitle', 'Heading of the panel'],
      ['save', 'Save'],
      ['always', 'Beside what is necessary'],
      ['services', 'Services'],
      ['search', 'Search'],
      ['noneFound', 'Nothing found'],
      ['details', 'What is stored'],
      ['back', 'Back'],
      ['provider', 'Provider'],
      ['country', 'Country'],
      ['retention', 'How long the provider keeps it'],
      ['lifetime', 'Lifetime'],
      ['session', 'Ends with the browser'],
      ['policyOf', 'Policy of a service'],
      ['record', 'Record'],
      ['close', 'Close'],
      ['gpcObeyed', 'When a signal is obeyed'],
    ],
  ],
  [
    'Notices and button',
    [
      ['failed', 'When recording fails'],
      ['retry', 'Try again'],
      ['accepted', 'Notice: accepted'],
      ['partly', 'Notice: accepted in part'],
      ['refused', 'Notice: refused'],
      ['button', 'Choices button'],
      ['buttonObject', 'Choices button where one may object'],
    ],
  ],
  [
    'In the place of held content',
    [
      ['heldTitle', 'Held content: heading'],
      ['heldBody', 'Held content: text'],
      ['loadOnce', 'Held content: once'],
      ['loadAlways', 'Held content: always'],
    ],
  ],
];

/** The banner's words in one language, for everybody or for the visitors of one law. */
export function WordsView() {
  const { site, banner, set, setup, language, regime, setRegime, findings, problemOf, setLanguage } = useBanner();
  const texts = regime ? (banner.wording?.[regime] ?? {}) : banner.texts;
  const hosted = hostedPolicy(setup);
  const plain = textsFor(banner, language);
  const own = texts[language] ?? {};
  const shipped = shippedTexts(language);
  const faults = findings.all.filter(({ section }) => section === 'words');
  const change = (key: BannerTextKey, words: string | undefined) => {
    const { [key]: _old, ...others } = own;
    // Only what differs from the text that ships is kept, so that what ships can get better without anybody's doing.
    const same = words === undefined || (regime ? words === plain[key] : words === shipped?.[key]);
    const next = same ? others : { ...others, [key]: words };
    const { [language]: _before, ...rest } = texts;
    const all = Object.keys(next).length > 0 ? { ...rest, [language]: next } : rest;
    if (!regime) return set({ texts: all });
    const { [regime]: _wording, ...regimes } = banner.wording ?? {};
    const wording = Object.keys(all).length > 0 ? { ...regimes, [regime]: all } : regimes;
    set({ wording: Object.keys(wording).length > 0 ? wording : undefined });
  };
  return (
    <>
      <Finding
        title={
          faults.length === 0
            ? `Nothing to mend in the words`
            : `${faults.length === 1 ? 'One thing' : `${faults.length} things`} to mend in the words`
        }
      >
        {faults[0]?.what ?? 'Texts that nobody has changed are the ones that ship.'}
      </Finding>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <label className="flex items-center gap-2">
          <span className="caps">In</span>
          <select value={language} onChange={(event) => setLanguage(event.target.value)}>
            {[...banner.languages, ...(banner.drafts ?? [])].map((tag) => (
              <option key={tag} value={tag}>
                {languageName(tag)}
                {banner.languages.includes(tag) ? '' : ', draft'}
              </option>
            ))}
          </select>
        </label>
        <label className="flex items-center gap-2">
          <span className="caps">For</span>
          <select value={regime ?? ''} onChange={(event) => setRegime(event.target.value || null)}>
            <option value="">everybody</option>
            {setup.regions.regimes.map((id) => (
              <option key={id} value={id}>
                {regimeById(id)?.name ?? id}
                {banner.wording?.[id] ? ', own wording' : ''}
              </option>
            ))}
          </select>
        </label>
        <Link to="../languages">All languages</Link>
      </div>
      <p className="mt-1 text-ink2">
        Facts that are put in:{' '}
        {Object.entries(FACTS)
          .map(([name, { means }]) => `{${name}} ${means}`)
          .join('; ')}
        .
      </p>
      {GROUPS.map(([title, fields]) => (
        <Section key={title} title={title}>
          {fields.map(([key, name]) => {
            const path = regime ? `wording.${regime}.${language}.${key}` : `texts.${language}.${key}`;
            const problem = problemOf(path);
            const id = `text-${key}`;
            const value = own[key] ?? plain[key];
            const changed = own[key] !== undefined;
            const rich = RICH_TEXTS.includes(key);
            return (
              <div key={`${key} ${language} ${regime}`} className="mb-2">
                <span className="flex items-baseline justify-between">
                  <label htmlFor={id} id={`${id}-label`} className="text-ink2">
                    {name}
                  </label>
                  {changed && (
                    <Button
                      kind="quiet"
                      className="min-h-6! py-0!"
                      aria-label={`${name}: back to ${regime ? 'the wording for everybody' : 'the text that ships'}`}
                      onClick={() => change(key, undefined)}
                    >
                      {regime ? 'as for everybody' : 'as shipped'}
                    </Button>
                  )}
                </span>
                {rich ? (
                  <Suspense fallback={<div className="min-h-20 border border-line bg-sheet" />}>
                    <RichEditor
                      id={id}
                      labelledBy={`${id}-label`}
                      value={value}
                      language={language}
                      invalid={Boolean(problem)}
                      onChange={(words) => change(key, words)}
                    />
                  </Suspense>
                ) : (
                  <input
                    id={id}
                    className="mt-0.5 w-full"
                    lang={language}
                    dir="auto"
                    value={value}
                    aria-invalid={Boolean(problem)}
                    onChange={(event) => change(key, event.target.value)}
                  />
                )}
                {problem && <span className="text-slipped">{problem}</span>}
              </div>
            );
          })}
        </Section>
      ))}
      <Section title="Cookie policy">
        <label htmlFor="policy" className="text-ink2">
          Address of the cookie policy
        </label>
        <input
          id="policy"
          className="mt-0.5 w-full"
          placeholder="https://"
          value={banner.policyUrl ?? ''}
          aria-invalid={Boolean(problemOf('policyUrl'))}
          onChange={(event) => set({ policyUrl: event.target.value || undefined })}
        />
        {problemOf('policyUrl') && <span className="text-slipped">{problemOf('policyUrl')}</span>}
        <p className="mt-2 text-ink2">
          Douane writes one from the inventory, in every language of the banner, anew with each release:{' '}
          <a href={`/api/sites/${site.id}/draft/policy.${language}.html`} target="_blank" rel="noreferrer">
            see the draft’s
          </a>
          .
        </p>
        {banner.policyUrl !== hosted && (
          <Button className="mt-1" onClick={() => set({ policyUrl: hosted })}>
            Link to that one
          </Button>
        )}
      </Section>
    </>
  );
}
