import { slugOf } from '@douane/core/classify/words';
import { ACTIVITIES, ACTIVITY_WORDS, type Activity } from '@douane/core/regimes';
import type { Purpose } from '@douane/core/setup';
import { plural } from '@douane/core/words';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import * as queries from '../../api/queries';
import { Button, Finding, Part, Trouble } from '../../ui/parts';
import { Sortable } from '../../ui/sortable';
import { SaveBar } from '../save-bar';
import { useSite } from '../site-frame';
import { type DraftEditor, useDraft } from '../use-draft';
import { ClassifyLinks } from './classify-links';

/** What items are for, as visitors are asked: renamed, described, added, put in order. */
export function PurposesView() {
  const site = useSite();
  const editor = useDraft(site.id);
  const { setup, error } = editor;
  const { data } = useQuery(queries.items(site.id));
  if (!setup) return <Trouble error={error} />;
  const used = (id: string) => data?.items.filter((item) => item.ruling?.purpose === id).length ?? 0;
  const { purposes } = setup;
  return (
    <section className="px-5 py-5">
      <ClassifyLinks />
      <Finding title={`Visitors are asked about ${purposes.length - 1} purposes`} acts={<SaveBar editor={editor} />}>
        In this order they stand in the banner’s second layer. What is necessary is never asked; it cannot be made
        something to refuse, nor anything else be made necessary.
      </Finding>
      <Trouble error={error} />
      <Part title="In this order">
        <Sortable
          label="Purposes in their order"
          of={purposes.map(({ id, name }) => ({ id, shown: name }))}
          onOrder={(ids) =>
            editor.change((s) => ({ ...s, purposes: ids.map((id) => s.purposes.find((one) => one.id === id)!) }))
          }
        />
      </Part>
      {purposes.map((purpose, i) => (
        <PurposeForm
          key={purpose.id}
          editor={editor}
          purpose={purpose}
          place={i}
          languages={setup.banner.languages.filter((one) => one !== setup.banner.defaultLanguage)}
          used={used(purpose.id)}
        />
      ))}
      <NewPurpose editor={editor} taken={purposes.map(({ id }) => id)} />
    </section>
  );
}

interface PurposeProps {
  editor: DraftEditor;
  purpose: Purpose;
  place: number;
  /** Of the banner, besides its default one. */
  languages: string[];
  used: number;
}

function PurposeForm({ editor, purpose, place, languages, used }: PurposeProps) {
  const change = (next: Partial<Purpose>) =>
    editor.change((s) => ({ ...s, purposes: s.purposes.map((p) => (p.id === purpose.id ? { ...p, ...next } : p)) }));
  const problem = (field: string) => editor.problemOf(`purposes[${place}].${field}`);
  const activities = purpose.activities ?? [];
  const setActivity = (activity: Activity, on: boolean) => {
    const next = ACTIVITIES.filter((one) => (one === activity ? on : activities.includes(one)));
    change({ activities: next.length > 0 ? next : undefined });
  };
  const translate = (language: string, part: 'name' | 'text', value: string) => {
    const { name = '', text = '' } = purpose.translations?.[language] ?? {};
    change({ translations: { ...purpose.translations, [language]: { name, text, [part]: value } } });
  };
  return (
    <Part title={purpose.name || purpose.id}>
      <div className="mb-1 flex flex-wrap items-center gap-x-4 text-ink2">
        <span>
          <span className="mono">{purpose.id}</span>, {plural(used, 'item')}
        </span>
        {!purpose.necessary && (
          <Button
            kind="quiet"
            disabled={used > 0}
            title={used > 0 ? 'Give its items another purpose first' : undefined}
            onClick={() => editor.change((s) => ({ ...s, purposes: s.purposes.filter((p) => p.id !== purpose.id) }))}
          >
            Remove
          </Button>
        )}
        {purpose.necessary && <span>always on: nobody can refuse it</span>}
      </div>
      <label className="block">
        Name
        <input
          className="mt-0.5 mb-2 block w-72 max-w-full"
          value={purpose.name}
          aria-invalid={problem('name') !== undefined}
          onChange={(event) => change({ name: event.target.value })}
        />
      </label>
      <label className="block">
        For visitors
        <textarea
          className="mt-0.5 block h-14 w-full"
          value={purpose.text}
          aria-invalid={problem('text') !== undefined}
          onChange={(event) => change({ text: event.target.value })}
        />
      </label>
      {languages.map((language) => (
        <div key={language} className="mt-2 grid gap-2 sm:grid-cols-[18rem_minmax(0,1fr)]">
          <label className="block">
            Name ({language})
            <input
              lang={language}
              className="mt-0.5 block w-full"
              value={purpose.translations?.[language]?.name ?? ''}
              onChange={(event) => translate(language, 'name', event.target.value)}
            />
          </label>
          <label className="block">
            For visitors ({language})
            <input
              lang={language}
              className="mt-0.5 block w-full"
              value={purpose.translations?.[language]?.text ?? ''}
              onChange={(event) => translate(language, 'text', event.target.value)}
            />
          </label>
        </div>
      ))}
      {!purpose.necessary && (
        <fieldset className="mt-2">
          <legend className="text-ink2">What laws tell apart in it</legend>
          <div className="grid gap-x-5 sm:grid-cols-2">
            {ACTIVITIES.map((activity) => (
              <label key={activity} className="flex min-h-6 items-center gap-2">
                <input
                  type="checkbox"
                  checked={activities.includes(activity)}
                  onChange={(event) => setActivity(activity, event.target.checked)}
                />
                {ACTIVITY_WORDS[activity]}
              </label>
            ))}
          </div>
        </fieldset>
      )}
    </Part>
  );
}

function NewPurpose({ editor, taken }: { editor: DraftEditor; taken: string[] }) {
  const [name, setName] = useState('');
  const id = name.trim() && slugOf(name);
  const there = taken.includes(id);
  return (
    <form
      className="flex flex-wrap items-center gap-2 border-t border-line pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (!id || there) return;
        editor.change((s) => ({
          ...s,
          purposes: [...s.purposes, { id, name: name.trim(), text: `What ${name.trim().toLowerCase()} is for.` }],
        }));
        setName('');
      }}
    >
      <input
        aria-label="Name of another purpose"
        placeholder="Another purpose"
        className="w-64"
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <Button type="submit" disabled={!id || there}>
        Add purpose
      </Button>
      {there && <span className="text-slipped">There is a purpose of that name.</span>}
    </form>
  );
}
