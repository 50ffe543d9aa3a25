import { languageName } from '@douane/core/language/name';
import {
  readTranslation,
  type TranslationUnit,
  translated,
  translationJson,
  translationXliff,
} from '@douane/core/texts/translation';
import { plural } from '@douane/core/words';
import clsx from 'clsx';
import { useId, useState } from 'react';
import { Button, Section } from '../../ui/parts';
import { useBanner } from './use-banner';
import { GROUPS } from './words-view';

const NAMES: Record<string, string> = Object.fromEntries(
  GROUPS.flatMap(([, fields]) => fields.map(([key, name]) => [`text.${key}`, name])),
);

/** One language beside the first, sentence by sentence. */
export function Translation({ units }: { units: TranslationUnit[] }) {
  const { setup, banner, editor, language, problemOf } = useBanner();
  const [only, setOnly] = useState(false);
  const [told, setTold] = useState<string>();
  const file = useId();
  const isSource = language === banner.defaultLanguage;
  const waiting = units.filter(({ state, changed }) => state === 'missing' || changed);
  const shown = only ? waiting : units;
  const nameOf = (id: string) => {
    if (id.startsWith('sentence.')) return 'Of a service';
    const [, purpose] = id.split('.');
    return (
      NAMES[id] ?? `${setup.purposes.find((one) => one.id === purpose)?.name}, ${id.endsWith('name') ? 'name' : 'text'}`
    );
  };
  const bringIn = async (chosen: File | undefined) => {
    if (!chosen) return;
    const read = readTranslation(await chosen.text());
    if (!read.ok) return setTold(`${chosen.name}: ${read.why}`);
    if (read.target !== language)
      return setTold(`${chosen.name} is ${languageName(read.target)}; show that language first`);
    const known = new Set(units.map(({ id }) => id));
    const taken = read.units.filter(({ id }) => known.has(id));
    editor.change((all) => taken.reduce((now, { id, target }) => translated(now, language, id, target), all));
    const strange = read.units.length - taken.length;
    setTold(
      `${plural(taken.length, 'sentence')} taken from ${chosen.name}${strange > 0 ? `; ${strange} are of no text here` : ''}`,
    );
  };
  const takeAway = (text: string, name: string, type: string) => {
    const url = URL.createObjectURL(new Blob([text], { type }));
    Object.assign(document.createElement('a'), { href: url, download: name }).click();
    URL.revokeObjectURL(url);
  };
  return (
    <Section title={`${languageName(language)}${isSource ? '' : ` beside ${languageName(banner.defaultLanguage)}`}`}>
      <div className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-1">
        {waiting.length > 0 && (
          <label className="flex min-h-8 items-center gap-2">
            <input type="checkbox" checked={only} onChange={(event) => setOnly(event.target.checked)} />
            only what waits ({waiting.length})
          </label>
        )}
        <Button
          kind="quiet"
          onClick={() => takeAway(translationXliff(setup, language), `banner-${language}.xlf`, 'application/xliff+xml')}
        >
          XLIFF for a translator
        </Button>
        <Button
          kind="quiet"
          onClick={() => takeAway(translationJson(setup, language), `banner-${language}.json`, 'application/json')}
        >
          JSON
        </Button>
        <label htmlFor={file}>What came back</label>
        <input
          id={file}
          type="file"
          accept=".xlf,.xliff,.json,application/json,application/xliff+xml"
          onChange={(event) => {
            void bringIn(event.target.files?.[0]);
            event.target.value = '';
          }}
        />
        <span role="status">{told}</span>
      </div>
      <ul className="border-t border-line">
        {shown.map(({ id, source, target, state, changed }) => {
          const field = `unit-${id}`;
          const problem = problemOf(`texts.${language}.${id.slice(5)}`);
          return (
            <li key={id} className="grid grid-cols-1 gap-x-4 border-b border-line py-1 md:grid-cols-[170px_1fr_1fr]">
              <label htmlFor={field}>
                {nameOf(id)}
                <span className={clsx('block', state === 'missing' || changed ? 'text-held' : 'text-ink2')}>
                  {state === 'missing'
                    ? 'missing'
                    : changed
                      ? 'the first says otherwise now'
                      : state === 'own'
                        ? ''
                        : 'as it ships'}
                </span>
              </label>
              {!isSource && <p className="whitespace-pre-wrap text-ink2 [overflow-wrap:anywhere]">{source}</p>}
              <span>
                <textarea
                  id={field}
                  className="w-full"
                  lang={language}
                  dir="auto"
                  rows={Math.min(5, 1 + Math.floor(Math.max(source.length, target.length) / 70))}
                  placeholder={state === 'missing' ? source : undefined}
                  value={state === 'missing' ? '' : target}
                  aria-invalid={Boolean(problem)}
                  onChange={(event) => editor.change((all) => translated(all, language, id, event.target.value))}
                />
                {problem && <span className="text-slipped">{problem}</span>}
              </span>
            </li>
          );
        })}
      </ul>
    </Section>
  );
}
