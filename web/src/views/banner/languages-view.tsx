import { languageName } from '@douane/core/language/name';
import { LANGUAGES_SHIPPED } from '@douane/core/texts';
import {
  readTranslation,
  type TranslationUnit,
  translated,
  translationJson,
  translationUnits,
  translationXliff,
} from '@douane/core/texts/translation';
import { plural } from '@douane/core/words';
import clsx from 'clsx';
import { useId, useState } from 'react';
import { Button, Finding, Section } from '../../ui/parts';
import { today } from '../../ui/words';
import { useBanner } from './use-banner';
import { GROUPS } from './words-view';

/** Which languages the banner speaks, and what each says beside the first. */
export function LanguagesView() {
  const { setup, banner, language } = useBanner();
  const { languages, drafts = [] } = banner;
  const unread = languages.filter((tag) => banner.read?.[tag] === undefined);
  return (
    <div className="max-w-[1180px]">
      <Finding title={`The banner speaks ${plural(languages.length, 'language')}`}>
        {drafts.length > 0 && `${plural(drafts.length, 'draft')} nobody sees yet. `}
        {unread.length > 0
          ? `Nobody has said yet that the texts in ${unread.map(languageName).slice(0, 6).join(', ')} were read.`
          : 'All of it was read by somebody of yours.'}
      </Finding>
      <Which />
      <AllLanguages />
      <Translation key={language} units={translationUnits(setup, language)} />
    </div>
  );
}

function Which() {
  const { banner, set } = useBanner();
  const id = useId();
  return (
    <p className="mb-3 flex flex-wrap items-center gap-2">
      <label htmlFor={id}>A visitor is spoken to in</label>
      <select
        id={id}
        value={banner.speaks}
        onChange={(event) => set({ speaks: event.target.value as typeof banner.speaks })}
      >
        <option value="browser">the language of the browser</option>
        <option value="page">the language of the page, else the browser’s</option>
        <option value="default">{languageName(banner.defaultLanguage)}, always</option>
      </select>
      <span className="text-ink2">and in {languageName(banner.defaultLanguage)} where none fits.</span>
    </p>
  );
}

function AllLanguages() {
  const { setup, banner, set, language, setLanguage, problemOf } = useBanner();
  const { languages, drafts = [], defaultLanguage } = banner;
  const [adding, setAdding] = useState('');
  const id = useId();
  const all = [...languages, ...drafts];
  const tag = adding.trim();
  const without = (list: string[], one: string) => list.filter((other) => other !== one);
  const add = () => {
    if (!tag || all.includes(tag)) return;
    set({ drafts: [...drafts, tag] });
    setLanguage(tag);
    setAdding('');
  };
  const leaveOut = (one: string) => {
    const { [one]: _texts, ...texts } = banner.texts;
    set({ languages: without(languages, one), drafts: without(drafts, one), texts });
  };
  return (
    <>
      <div className="overflow-x-auto">
        <table className="w-full">
          <thead>
            <tr className="border-b border-line text-left">
              {['Language', 'State', 'Own texts', 'Missing', 'Changed since', 'Read', ''].map((head) => (
                <th key={head} className="caps py-1 pr-3 font-normal">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {all.map((one, i) => {
              const units = translationUnits(setup, one);
              const count = (is: (unit: TranslationUnit) => boolean) => units.filter(is).length;
              const live = languages.includes(one);
              const read = banner.read?.[one];
              const wrong =
                problemOf(live ? `languages[${i}]` : `drafts[${i - languages.length}]`) ?? problemOf(`texts.${one}`);
              return (
                <tr key={one} className={clsx('border-b border-line', one === language && 'bg-wash')}>
                  <td className="py-0.5 pr-3">
                    <Button kind="quiet" onClick={() => setLanguage(one)} aria-pressed={one === language}>
                      {languageName(one)} <span className="mono font-normal text-ink2">{one}</span>
                    </Button>
                    {wrong && <p className="text-slipped">{wrong}</p>}
                  </td>
                  <td className="pr-3">{live ? (one === defaultLanguage ? 'live, first' : 'live') : 'draft'}</td>
                  <td className="pr-3">
                    {count(({ state, id: unit }) => state === 'own' && unit.startsWith('text.'))}
                  </td>
                  <td className="pr-3">{count(({ state }) => state === 'missing') || ''}</td>
                  <td className="pr-3">{count(({ changed }) => changed) || ''}</td>
                  <td className="pr-3">
                    {read ? (
                      `on ${read}`
                    ) : (
                      <Button kind="quiet" onClick={() => set({ read: { ...banner.read, [one]: today() } })}>
                        It was read
                      </Button>
                    )}
                  </td>
                  <td className="flex justify-end gap-3">
                    {!live && (
                      <Button
                        kind="quiet"
                        onClick={() => set({ languages: [...languages, one], drafts: without(drafts, one) })}
                      >
                        Make it live
                      </Button>
                    )}
                    {live && one !== defaultLanguage && (
                      <>
                        <Button kind="quiet" onClick={() => set({ defaultLanguage: one })}>
                          Make it the first
                        </Button>
                        <Button
                          kind="quiet"
                          onClick={() => set({ languages: without(languages, one), drafts: [...drafts, one] })}
                        >
                          Back to draft
                        </Button>
                      </>
                    )}
                    {one !== defaultLanguage && (
                      <Button kind="quiet" aria-label={`Leave out ${languageName(one)}`} onClick={() => leaveOut(one)}>
                        Leave out
                      </Button>
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      <form
        className="mt-2 flex flex-wrap items-center gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          add();
        }}
      >
        <label htmlFor={id}>Another language</label>
        <input
          id={id}
          list={`${id}-list`}
          placeholder="fr, pt-BR, zh-Hant"
          value={adding}
          onChange={(event) => setAdding(event.target.value)}
        />
        <datalist id={`${id}-list`}>
          {LANGUAGES_SHIPPED.filter((one) => !all.includes(one)).map((one) => (
            <option key={one} value={one}>
              {languageName(one)}
            </option>
          ))}
        </datalist>
        <Button type="submit" disabled={!tag || all.includes(tag)}>
          Add as a draft
        </Button>
        <Button
          kind="quiet"
          onClick={() => set({ drafts: [...drafts, ...LANGUAGES_SHIPPED.filter((one) => !all.includes(one))] })}
        >
          Add all that ship ({LANGUAGES_SHIPPED.filter((one) => !all.includes(one)).length})
        </Button>
        {drafts.length > 1 && (
          <Button kind="quiet" onClick={() => set({ languages: [...languages, ...drafts], drafts: [] })}>
            Make all drafts live
          </Button>
        )}
      </form>
    </>
  );
}

const NAMES: Record<string, string> = Object.fromEntries([
  ...GROUPS.flatMap(([, fields]) => fields.map(([key, name]) => [`text.${key}`, name])),
  ['text.heldTitle', 'Held content: heading'],
  ['text.heldBody', 'Held content: text'],
  ['text.loadOnce', 'Held content: once'],
  ['text.loadAlways', 'Held content: always'],
]);

/** One language beside the first, sentence by sentence. */
function Translation({ units }: { units: TranslationUnit[] }) {
  const { setup, banner, editor, language, problemOf } = useBanner();
  const [only, setOnly] = useState(false);
  const [told, setTold] = useState<string>();
  const file = useId();
  const isSource = language === banner.defaultLanguage;
  const waiting = units.filter(({ state, changed }) => state === 'missing' || changed);
  const shown = only ? waiting : units;
  const nameOf = (id: string) => {
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
