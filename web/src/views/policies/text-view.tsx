import { languageName } from '@douane/core/language/name';
import {
  AUDIENCES,
  type Block,
  blockState,
  livePreview,
  otherBlocks,
  type PolicyDraft,
  placeOfQuote,
  type Quote,
  quotedText,
  withSection,
  wordsIn,
} from '@douane/core/policy';
import { plural } from '@douane/core/words';
import { lazy, Suspense, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { SelectRow } from '../../ui/fields';
import { Button, Finding, ListAndDocket, Section, Trouble } from '../../ui/parts';
import { useSite } from '../site-frame';
import { BlockComments, useComments } from './block-comments';
import { Conflicts } from './conflicts';
import type { BlockMarks } from './editor-nodes';
import { FindingList } from './finding-list';
import { PoliciesLinks } from './policies-links';
import type { Selected } from './policy-editor';
import { usePolicy } from './policy-frame';
import { Saving } from './saving';

const PolicyEditor = lazy(async () => ({ default: (await import('./policy-editor')).PolicyEditor }));

/** The text of a policy, in the language that it is written in. */
export function TextView() {
  const site = useSite();
  const { policy, list, editing, from, findings, anew } = usePolicy();
  const { draft, change, taken } = editing;
  const [selected, setSelected] = useState<Selected | null>(null);
  const [goTo, setGoTo] = useState<Selected>();
  const comments = useComments(site.id, policy.id);
  const preview = useMemo(
    () => livePreview({ ...from, setup: list.setup, answers: list.answers }, draft.source),
    [from, list, draft.source],
  );
  const marks = useMemo(() => marksOf(draft, comments.open), [draft, comments.open]);
  const differs =
    otherBlocks(draft.blocks, anew.blocks).length +
    Object.keys(anew.conflicts).length -
    Object.keys(draft.conflicts).length;
  const title = draft.titles[draft.source] ?? '';
  const grave = findings.filter(({ weight }) => weight !== 'advice').length;
  const base = `/api/sites/${site.id}/policies/${policy.id}/draft.${draft.source}`;
  return (
    <ListAndDocket
      docket={
        <>
          <h2>{grave > 0 ? `${plural(grave, 'thing')} to mend` : 'Nothing to mend'}</h2>
          <div className="mt-1">
            <FindingList
              findings={findings}
              policyId={policy.id}
              onInsert={(section) => change((one) => withSection(one, from, section))}
            />
          </div>
          <BlockComments
            comments={comments}
            selected={selected}
            placeOf={(id) => placeOf(draft, id)}
            textOf={(id) => textOf(draft, id)}
            onGo={(to) => setGoTo({ ...to })}
          />
          <Section title="What the margin says">
            <ul className="space-y-1 text-ink2">
              <li className="border-l-3 border-held pl-2">changed by hand; stays when it is written anew</li>
              <li className="border-l-3 border-stamp pl-2">written by hand</li>
              <li className="border-l-3 border-slipped pl-2">changed by hand and by what it is written from</li>
            </ul>
          </Section>
        </>
      }
    >
      <PoliciesLinks open={policy} />
      <Finding
        title={policy.title}
        acts={
          <div className="flex flex-wrap items-center gap-2" role="status">
            <Saving editing={editing} />
            <a href={`${base}.html`} target="_blank" rel="noreferrer">
              As visitors read it
            </a>
            <Link to="versions">Hand it in</Link>
          </div>
        }
      >
        Written in {languageName(draft.source)} from{' '}
        <Link to={`/sites/${site.id}/policies/questions`}>your answers</Link>, the inventory and{' '}
        {plural(list.setup.regions.regimes.length, 'law')}.
      </Finding>
      <Trouble error={editing.error} />
      {differs > 0 && (
        <p role="status" className="mb-2 border-l-4 border-held bg-sheet px-3 py-2">
          What it is written from has changed since: {plural(differs, 'block')} would be other.{' '}
          <Button kind="quiet" className="min-h-6! py-0!" onClick={() => change(() => anew)}>
            Write it anew
          </Button>{' '}
          What was changed by hand stays.
        </p>
      )}
      <Conflicts
        open={draft.conflicts}
        how="changed by hand and otherwise"
        mine={(id) => draft.blocks.find(({ attrs }) => attrs.id === id)}
        onSettle={(id, theirs) => change((one) => settled(one, id, theirs))}
      />
      <SelectRow
        label="For"
        value={draft.audience}
        options={AUDIENCES}
        onChange={(audience) => change((one) => ({ ...one, audience }), true)}
      />
      <label className="mb-2 block">
        <span className="text-ink2">Title</span>
        <input
          className="mt-0.5 w-full"
          value={title}
          placeholder={policy.title}
          onChange={({ target: { value } }) => {
            change(({ titles, ...one }) => {
              const { [one.source]: _old, ...others } = titles;
              return { ...one, titles: value ? { ...others, [one.source]: value } : others };
            }, true);
          }}
        />
      </label>
      <Suspense fallback={<div className="min-h-80 border border-line bg-sheet" />}>
        <PolicyEditor
          label={policy.title}
          language={draft.source}
          blocks={draft.blocks}
          version={taken}
          marks={marks}
          preview={preview}
          onChange={(blocks) => change((one) => ({ ...one, blocks }), true)}
          onSelect={setSelected}
          goTo={goTo}
        />
      </Suspense>
    </ListAndDocket>
  );
}

/** The nearest heading before a block and its first words, to say where something is. */
function placeOf({ blocks }: PolicyDraft, id: string): string {
  const at = blocks.findIndex(({ attrs }) => attrs.id === id);
  if (at < 0) return 'a block that is gone';
  const heading = blocks.slice(0, at + 1).findLast(({ type }) => type === 'heading');
  return (heading && wordsIn(heading)) || wordsIn(blocks[at]!).slice(0, 40) || 'the beginning';
}

const textOf = ({ blocks }: PolicyDraft, id: string): string => {
  const block = blocks.find(({ attrs }) => attrs.id === id);
  return block ? quotedText(block) : '';
};

function marksOf(draft: PolicyDraft, open: readonly Selected[]): BlockMarks {
  const marks = new Map<string, { class: string; title: string; quotes: Quote[] }>();
  for (const block of draft.blocks) {
    const { id } = block.attrs;
    const state = blockState(draft, block);
    const remarks = open.filter(({ blockId }) => blockId === id);
    const quotes = remarks.flatMap(({ quote }) => (quote && placeOfQuote(quotedText(block), quote) ? [quote] : []));
    const said: [string, string][] = [
      ...(Object.hasOwn(draft.conflicts, id) ? ([['policy-clash', 'changed in two ways']] as [string, string][]) : []),
      ...(state === 'changed' ? ([['policy-changed', 'changed by hand']] as [string, string][]) : []),
      ...(state === 'by-hand' ? ([['policy-by-hand', 'written by hand']] as [string, string][]) : []),
      ...(remarks.length > quotes.length ? ([['policy-commented', 'has a remark']] as [string, string][]) : []),
      ...(quotes.length > 0 ? ([['', 'has a remark on words']] as [string, string][]) : []),
    ];
    if (said.length > 0)
      marks.set(id, {
        class: said.map(([name]) => name).join(' '),
        title: said.map(([, words]) => words).join(', '),
        quotes,
      });
  }
  return marks;
}

/** A draft with one of its conflicts settled; `theirs`: by what the other side has. */
function settled({ conflicts, ...draft }: PolicyDraft, id: string, theirs?: Block | null): PolicyDraft {
  const { [id]: _settled, ...open } = conflicts;
  if (theirs === undefined) return { ...draft, conflicts: open };
  const blocks = draft.blocks.flatMap((block) => (block.attrs.id === id ? (theirs ? [theirs] : []) : [block]));
  return { ...draft, conflicts: open, blocks };
}
