import { languageName } from '@douane/core/language/name';
import {
  type Block,
  blockHash,
  type TranslatedBlock,
  translated,
  waitsForWords,
  writtenPolicy,
} from '@douane/core/policy';
import { plural } from '@douane/core/words';
import clsx from 'clsx';
import { lazy, Suspense, useState } from 'react';
import { Link, useParams } from 'react-router';
import { Button, Empty, Finding, Trouble } from '../../ui/parts';
import { useSite } from '../site-frame';
import { Conflicts } from './conflicts';
import { PoliciesLinks } from './policies-links';
import { usePolicy } from './policy-frame';
import { ReadBlock } from './read-block';
import { Saving } from './saving';

const PolicyEditor = lazy(async () => ({ default: (await import('./policy-editor')).PolicyEditor }));

const STATES = {
  own: '',
  written: 'written from the answers',
  half: 'your answers in it are not translated',
  old: 'out of date',
  none: 'not translated',
} as const;

/** A policy in another language beside the one that it is written in, block by block. */
export function TranslationView() {
  const site = useSite();
  const base = `/sites/${site.id}/policies`;
  const { policy, list, editing, from } = usePolicy();
  const { draft, change } = editing;
  const { language: wanted } = useParams();
  const [only, setOnly] = useState(false);
  const [open, setOpen] = useState<string | null>(null);
  const languages = list.setup.banner.languages.filter((one) => one !== draft.source);
  const language = wanted && languages.includes(wanted) ? wanted : languages[0];
  if (!language)
    return (
      <div className="px-5 py-5">
        <PoliciesLinks open={policy} />
        <Empty>
          The site speaks {languageName(draft.source)} alone. Languages are added at{' '}
          <Link to={`/sites/${site.id}/banner/languages`}>Banner, Languages</Link>.
        </Empty>
      </div>
    );
  const all = translated(draft, from, language);
  const waiting = all.filter(waitsForWords);
  // One that is being translated stays in sight.
  const shown = all.filter((one) =>
    only ? waitsForWords(one) || one.source.attrs.id === open : one.source.type !== 'live',
  );
  const keep = ({ source }: TranslatedBlock, block: TranslatedBlock['block'] | null) =>
    change(({ translations, ...one }) => {
      const { [source.attrs.id]: _old, ...others } = translations[language] ?? {};
      const own = block ? { ...others, [source.attrs.id]: { block, of: blockHash(source) } } : others;
      return { ...one, translations: { ...translations, [language]: own } };
    }, true);
  const clashes = draft.translationConflicts[language] ?? {};
  const settle = (of: TranslatedBlock, theirs?: Block | null) => {
    if (theirs) {
      keep(of, theirs);
      // Its editor would show what stood there before.
      setOpen(null);
    }
    change(({ translationConflicts, ...one }) => {
      const { [of.source.attrs.id]: _settled, ...open } = translationConflicts[language] ?? {};
      return { ...one, translationConflicts: { ...translationConflicts, [language]: open } };
    });
  };
  return (
    <div className="flex-1 px-5 py-5">
      <PoliciesLinks open={policy} />
      <Finding
        title={
          waiting.length === 0
            ? `${policy.title} is whole in ${languageName(language)}`
            : `${plural(waiting.length, 'block')} to translate into ${languageName(language)}`
        }
        acts={
          <div className="flex flex-wrap items-center gap-3" role="status">
            <nav className="flex flex-wrap gap-3" aria-label="Language">
              {languages.map((one) => (
                <Link
                  key={one}
                  to={`${base}/${policy.id}/languages/${one}`}
                  aria-current={one === language ? 'page' : undefined}
                >
                  {languageName(one)}
                </Link>
              ))}
            </nav>
            <Saving editing={editing} />
          </div>
        }
      >
        What is in force fills itself in. What nobody translated is shown in {languageName(draft.source)}, marked as
        such.
      </Finding>
      <Trouble error={editing.error} />
      <div className="mb-2 flex flex-wrap items-end gap-x-6 gap-y-2">
        <label>
          <span className="text-ink2">Title</span>
          <input
            className="mt-0.5 block w-72"
            lang={language}
            dir="auto"
            value={draft.titles[language] ?? ''}
            placeholder={writtenPolicy(from, language)?.title ?? policy.title}
            onChange={({ target: { value } }) =>
              change(({ titles, ...one }) => {
                const { [language]: _old, ...others } = titles;
                return { ...one, titles: value ? { ...others, [language]: value } : others };
              }, true)
            }
          />
        </label>
        <label className="flex min-h-8 items-center gap-2">
          <input type="checkbox" checked={only} onChange={(event) => setOnly(event.target.checked)} />
          only what waits ({waiting.length})
        </label>
      </div>
      <ul className="border-t border-ink">
        {shown.map((one) => {
          const { source, block, state } = one;
          const { id } = source.attrs;
          const editedHere = open === id;
          return (
            <li key={id} className="grid gap-x-6 border-b border-line bg-sheet px-3 py-2 md:grid-cols-2">
              <ReadBlock block={source} language={draft.source} />
              <div>
                {editedHere ? (
                  <Suspense fallback={null}>
                    <PolicyEditor
                      label={`In ${languageName(language)}`}
                      language={language}
                      blocks={[block]}
                      version={id}
                      onChange={([first]) => first && keep(one, { ...first, attrs: { ...first.attrs, id } })}
                    />
                  </Suspense>
                ) : (
                  <div className={clsx(state === 'none' && 'opacity-60')}>
                    <ReadBlock block={block} language={state === 'none' ? draft.source : language} />
                  </div>
                )}
                <Conflicts
                  open={Object.hasOwn(clashes, id) ? { [id]: clashes[id]! } : {}}
                  how="translated by two at once"
                  mine={() => block}
                  onSettle={(_, theirs) => settle(one, theirs)}
                />
                <p className="flex flex-wrap items-center gap-x-3">
                  {STATES[state] && (
                    <span className={state === 'written' ? 'text-ink2' : 'font-semibold text-held'}>
                      {STATES[state]}
                    </span>
                  )}
                  <Button kind="quiet" onClick={() => setOpen(editedHere ? null : id)}>
                    {editedHere ? 'Done' : waitsForWords(one) ? 'Translate' : 'Change'}
                  </Button>
                  {(state === 'old' || state === 'half') && (
                    <Button kind="quiet" onClick={() => keep(one, block)}>
                      It is right as it is
                    </Button>
                  )}
                  {Object.hasOwn(draft.translations[language] ?? {}, id) && (
                    <Button kind="quiet" onClick={() => keep(one, null)}>
                      Take it out
                    </Button>
                  )}
                </p>
              </div>
            </li>
          );
        })}
      </ul>
      {shown.length === 0 && <p className="py-4 text-ink2">Nothing waits.</p>}
    </div>
  );
}
