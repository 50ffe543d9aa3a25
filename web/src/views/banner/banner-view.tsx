import type { PublishedVersion } from '@douane/api';
import { plural } from '@douane/core/board';
import { type Banner, type BannerTexts, DEFAULT_TEXTS } from '@douane/core/setup';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { call } from '../../api/client';
import { Ago, Button, Facts, Finding, Section, Trouble } from '../../ui/parts';
import { SaveBar } from '../save-bar';
import { useSite } from '../site-frame';
import { useDraft } from '../use-draft';
import { Preview } from './preview';

const LANGUAGE_NAMES = new Intl.DisplayNames(['en'], { type: 'language' });

/** Texts and looks of the banner beside the banner itself at true size, and publishing. */
export function BannerView() {
  const site = useSite();
  const client = useQueryClient();
  const editor = useDraft(site.id);
  const { setup, draft, error } = editor;
  const [language, setLanguage] = useState<string>();
  const publish = useMutation({
    mutationFn: () => call<PublishedVersion>('POST', `/sites/${site.id}/versions`, {}),
    onSuccess: () => client.invalidateQueries(),
  });
  if (!setup || !draft) return <Trouble error={error} />;
  const shown = language && setup.banner.texts[language] ? language : setup.banner.defaultLanguage;
  const change = (banner: Partial<Banner>) => editor.change((s) => ({ ...s, banner: { ...s.banner, ...banner } }));
  const newest = draft.versions[0];
  const next = (newest?.number ?? 0) + 1;
  const upToDate = newest !== undefined && draft.differences.length === 0;

  return (
    <div className="grid flex-1 grid-cols-1 xl:grid-cols-[400px_minmax(0,1fr)]">
      <section className="border-line px-5 py-5 xl:border-r">
        <Finding
          title={
            upToDate
              ? `Version ${newest.number} is published`
              : newest
                ? `The draft differs from v${newest.number}`
                : 'Nothing is published yet'
          }
        >
          {newest && upToDate && (
            <>
              <Ago at={newest.publishedAt} />
              {newest.publishedBy && ` by ${newest.publishedBy}`}. <Link to="../install">Is it on the site?</Link>
            </>
          )}
          {!upToDate &&
            newest &&
            `In ${plural(draft.differences.length, 'place')}: ${draft.differences.slice(0, 4).join(', ')}${draft.differences.length > 4 ? ' …' : ''}`}
        </Finding>
        <div className="flex flex-wrap items-center gap-2">
          <Button
            kind={editor.dirty || upToDate ? 'plain' : 'act'}
            onClick={() => publish.mutate()}
            disabled={editor.dirty || upToDate || publish.isPending}
          >
            Publish v{next}
          </Button>
          <SaveBar editor={editor} />
        </div>
        {editor.dirty && <p className="mt-1 text-ink2">Save the draft before publishing it.</p>}
        {draft.open > 0 && !upToDate && (
          <p className="mt-1 text-held">
            {draft.open} open {draft.open === 1 ? 'item is' : 'items are'} in no list yet.{' '}
            <Link to="../classify">Rule them first</Link>, or publish without.
          </p>
        )}
        <Trouble error={error ?? publish.error} />

        <Section title="Language">
          <div className="flex flex-wrap items-center gap-2">
            <select aria-label="Language shown" value={shown} onChange={(event) => setLanguage(event.target.value)}>
              {Object.keys(setup.banner.texts).map((code) => (
                <option key={code} value={code}>
                  {LANGUAGE_NAMES.of(code)}
                  {code === setup.banner.defaultLanguage ? ', default' : ''}
                </option>
              ))}
            </select>
            {shown !== setup.banner.defaultLanguage && (
              <>
                <Button kind="quiet" onClick={() => change({ defaultLanguage: shown })}>
                  Make it the default
                </Button>
                <Button
                  kind="quiet"
                  onClick={() => {
                    const { [shown]: _gone, ...texts } = setup.banner.texts;
                    change({ texts });
                  }}
                >
                  Leave it out
                </Button>
              </>
            )}
            {Object.keys(DEFAULT_TEXTS)
              .filter((code) => !setup.banner.texts[code])
              .map((code) => (
                <Button
                  key={code}
                  kind="quiet"
                  onClick={() => change({ texts: { ...setup.banner.texts, [code]: DEFAULT_TEXTS[code]! } })}
                >
                  Add {LANGUAGE_NAMES.of(code)}
                </Button>
              ))}
          </div>
        </Section>
        <Texts
          texts={setup.banner.texts[shown]!}
          problemOf={(field) => editor.problemOf(`banner.texts.${shown}.${field}`)}
          onChange={(texts) => change({ texts: { ...setup.banner.texts, [shown]: texts } })}
        />
        <Looks banner={setup.banner} onChange={change} />
        <Section title="Versions">
          {draft.versions.length === 0 ? (
            <p className="text-ink2">None yet.</p>
          ) : (
            <Facts
              of={draft.versions
                .slice(0, 8)
                .map((version) => [`v${version.number}`, <Ago key="at" at={version.publishedAt} />])}
            />
          )}
        </Section>
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

interface TextsProps {
  texts: BannerTexts;
  problemOf(field: string): string | undefined;
  onChange(texts: BannerTexts): void;
}

function Texts({ texts, problemOf, onChange }: TextsProps) {
  return (
    <Section title="Texts">
      {FIELDS.map(([field, name]) => {
        const Input = field === 'body' || field === 'gpcObeyed' || field === 'failed' ? 'textarea' : 'input';
        const problem = problemOf(field);
        return (
          <label key={field} htmlFor={`text-${field}`} className="mb-2 block">
            <span className="text-ink2">{name}</span>
            <Input
              id={`text-${field}`}
              className="mt-0.5 w-full"
              rows={field === 'body' ? 4 : 2}
              value={texts[field]}
              aria-invalid={Boolean(problem)}
              onChange={(event) => onChange({ ...texts, [field]: event.target.value })}
            />
            {problem && <span className="text-slipped">{problem}</span>}
          </label>
        );
      })}
    </Section>
  );
}

function Looks({ banner, onChange }: { banner: Banner; onChange(change: Partial<Banner>): void }) {
  const { look } = banner;
  const set = (change: Partial<Banner['look']>) => onChange({ look: { ...look, ...change } });
  return (
    <Section title="Looks">
      <div className="grid grid-cols-[1fr_auto] items-center gap-2">
        <label htmlFor="position">Where</label>
        <select
          id="position"
          value={look.position}
          onChange={(event) => set({ position: event.target.value as typeof look.position })}
        >
          <option value="bottom">along the bottom</option>
          <option value="corner">in the corner</option>
          <option value="middle">in the middle</option>
        </select>
        {(
          [
            ['sheet', 'Background'],
            ['ink', 'Text'],
            ['accent', 'Buttons'],
          ] as const
        ).map(([field, name]) => (
          <div key={field} className="contents">
            <label htmlFor={field}>{name}</label>
            <input
              id={field}
              type="color"
              value={look[field]}
              onChange={(event) => set({ [field]: event.target.value })}
            />
          </div>
        ))}
        <label htmlFor="radius">Rounded corners, in pixels</label>
        <input
          id="radius"
          type="number"
          className="w-16"
          min={0}
          max={24}
          value={look.radius}
          onChange={(event) => set({ radius: Number(event.target.value) })}
        />
        <label htmlFor="policy">Address of the cookie policy</label>
        <input
          id="policy"
          placeholder="https://"
          value={banner.policyUrl ?? ''}
          onChange={(event) => onChange({ policyUrl: event.target.value || undefined })}
        />
      </div>
    </Section>
  );
}
