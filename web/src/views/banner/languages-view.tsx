import { languageName } from '@douane/core/language/name';
import { LANGUAGES_SHIPPED } from '@douane/core/texts';
import { type TranslationUnit, translationUnits } from '@douane/core/texts/translation';
import { plural } from '@douane/core/words';
import clsx from 'clsx';
import { useId, useState } from 'react';
import { Button, Finding } from '../../ui/parts';
import { today } from '../../ui/words';
import { Translation } from './translation';
import { useBanner } from './use-banner';

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
