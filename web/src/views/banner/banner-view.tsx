import type { Banner } from '@douane/core/setup';
import { type BannerTexts, LANGUAGES_SHIPPED, shippedTexts, textsFor } from '@douane/core/texts';
import { plural } from '@douane/core/words';
import { useState } from 'react';
import { Link } from 'react-router';
import { Button, Finding, Section, Time, Trouble } from '../../ui/parts';
import { SaveBar } from '../save-bar';
import { useSite } from '../site-frame';
import { useDraft } from '../use-draft';
import { Preview } from './preview';
import { Publications, Publish } from './publishing';

const LANGUAGE_NAMES = new Intl.DisplayNames(['en'], { type: 'language' });

/** Texts and looks of the banner beside the banner itself at true size, and publishing. */
export function BannerView() {
  const site = useSite();
  const editor = useDraft(site.id);
  const { setup, draft, error } = editor;
  const [language, setLanguage] = useState<string>();
  if (!setup || !draft) return <Trouble error={error} />;
  const { languages, defaultLanguage, texts } = setup.banner;
  const shown = language && languages.includes(language) ? language : defaultLanguage;
  const change = (banner: Partial<Banner>) => editor.change((s) => ({ ...s, banner: { ...s.banner, ...banner } }));
  const newest = draft.releases[0];
  const inForce = draft.publications.find((publication) => publication.inForce);
  const hindered = editor.dirty ? 'Save the draft before publishing it.' : null;
  const upToDate = newest !== undefined && draft.differences.length === 0;

  return (
    <div className="grid flex-1 grid-cols-1 xl:grid-cols-[400px_minmax(0,1fr)]">
      <section className="border-line px-5 py-5 xl:border-r">
        <Finding
          title={
            !newest
              ? 'Nothing is published yet'
              : !upToDate
                ? `The draft differs from v${newest.number}`
                : inForce?.number === newest.number
                  ? `Release ${newest.number} is in force`
                  : `Release ${newest.number} is not in force`
          }
        >
          {newest && upToDate && inForce && (
            <>
              {inForce.number !== newest.number && `v${inForce.number} is, `}since <Time at={inForce.fromAt} />
              {inForce.person && ` by ${inForce.person}`}. <Link to="../install">Is it on the site?</Link>
            </>
          )}
          {!upToDate &&
            newest &&
            `In ${plural(draft.differences.length, 'place')}: ${draft.differences.slice(0, 4).join(', ')}${draft.differences.length > 4 ? ' …' : ''}`}
        </Finding>
        <SaveBar editor={editor} />
        <div className="mt-3">
          <Publish siteId={site.id} draft={draft} hindered={hindered} upToDate={upToDate} />
        </div>
        {draft.open > 0 && !upToDate && (
          <p className="mt-1 text-held">
            {draft.open} open {draft.open === 1 ? 'item is' : 'items are'} in no list yet.{' '}
            <Link to="../classify">Rule them first</Link>, or publish without.
          </p>
        )}
        <Trouble error={error} />

        <Section title="Language">
          <div className="flex flex-wrap items-center gap-2">
            <select aria-label="Language shown" value={shown} onChange={(event) => setLanguage(event.target.value)}>
              {languages.map((tag) => (
                <option key={tag} value={tag}>
                  {LANGUAGE_NAMES.of(tag)}
                  {tag === defaultLanguage ? ', default' : ''}
                </option>
              ))}
            </select>
            {shown !== defaultLanguage && (
              <>
                <Button kind="quiet" onClick={() => change({ defaultLanguage: shown })}>
                  Make it the default
                </Button>
                <Button
                  kind="quiet"
                  onClick={() => {
                    const { [shown]: _gone, ...others } = texts;
                    change({ languages: languages.filter((tag) => tag !== shown), texts: others });
                  }}
                >
                  Leave it out
                </Button>
              </>
            )}
            {LANGUAGES_SHIPPED.filter((tag) => !languages.includes(tag)).map((tag) => (
              <Button key={tag} kind="quiet" onClick={() => change({ languages: [...languages, tag] })}>
                Add {LANGUAGE_NAMES.of(tag)}
              </Button>
            ))}
          </div>
        </Section>
        <Texts
          texts={textsFor(setup.banner, shown)}
          shipped={shippedTexts(shown)}
          problemOf={(field) => editor.problemOf(`banner.texts.${shown}.${field}`)}
          onChange={(field, text) => change({ texts: withText(texts, shown, field, text) })}
        />
        <Publications siteId={site.id} draft={draft} />
      </section>
      <Preview setup={setup} language={shown} />
    </div>
  );
}

const FIELDS: [keyof BannerTexts, string][] = [
  ['title', 'Heading'],
  ['body', 'Text'],
  ['accept', 'Accept'],
  ['refuse', 'Refuse'],
  ['choose', 'Choose'],
  ['panelTitle', 'Heading of the panel'],
  ['save', 'Save'],
  ['button', 'Choices button'],
  ['buttonObject', 'Choices button where one may object'],
  ['gpcObeyed', 'When a signal is obeyed'],
  ['failed', 'When recording fails'],
];

/** Only what differs from the text that ships is kept, so that what ships can get better without anybody's doing. */
function withText(texts: Banner['texts'], tag: string, field: keyof BannerTexts, text: string): Banner['texts'] {
  const { [field]: _old, ...others } = texts[tag] ?? {};
  const own = shippedTexts(tag)?.[field] === text ? others : { ...others, [field]: text };
  const { [tag]: _before, ...rest } = texts;
  return Object.keys(own).length > 0 ? { ...rest, [tag]: own } : rest;
}

interface TextsProps {
  texts: BannerTexts;
  /** What ships in this language, to go back to. */
  shipped: BannerTexts | null;
  problemOf(field: string): string | undefined;
  onChange(field: keyof BannerTexts, text: string): void;
}

function Texts({ texts, shipped, problemOf, onChange }: TextsProps) {
  return (
    <Section title="Texts">
      {FIELDS.map(([field, name]) => {
        const Input = field === 'body' || field === 'gpcObeyed' || field === 'failed' ? 'textarea' : 'input';
        const problem = problemOf(field);
        const own = shipped !== null && shipped[field] !== texts[field];
        return (
          <div key={field} className="mb-2">
            <span className="flex items-baseline justify-between">
              <label htmlFor={`text-${field}`} className="text-ink2">
                {name}
              </label>
              {own && (
                <Button
                  kind="quiet"
                  className="min-h-6! py-0!"
                  aria-label={`${name}: back to the text that ships`}
                  onClick={() => onChange(field, shipped[field])}
                >
                  as shipped
                </Button>
              )}
            </span>
            <Input
              id={`text-${field}`}
              className="mt-0.5 w-full"
              rows={field === 'body' ? 4 : 2}
              value={texts[field]}
              aria-invalid={Boolean(problem)}
              onChange={(event) => onChange(field, event.target.value)}
            />
            {problem && <span className="text-slipped">{problem}</span>}
          </div>
        );
      })}
    </Section>
  );
}
