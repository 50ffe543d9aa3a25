import type { ItemDetail } from '@douane/api';
import { KIND_WORDS } from '@douane/core/observe';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call } from '../../api/client';
import { useSession } from '../../api/session';
import { Ago, Button, Code, Section, Trouble } from '../../ui/parts';

/** Notes of people about an item, and a question to hand to whoever built the page. */
export function ItemNotes({ detail, siteId }: { detail: ItemDetail; siteId: string }) {
  const { item, notes } = detail;
  const { person } = useSession();
  const client = useQueryClient();
  const [text, setText] = useState('');
  const [asking, setAsking] = useState(false);
  const reload = () => client.invalidateQueries({ queryKey: ['items', siteId] });
  const add = useMutation({
    mutationFn: (words: string) => call('POST', `/items/${item.id}/notes`, { text: words }),
    onSuccess: () => {
      setText('');
      return reload();
    },
  });
  const remove = useMutation({ mutationFn: (id: string) => call('DELETE', `/notes/${id}`), onSuccess: reload });
  const question = questionFor(detail, siteId);
  const subject = `What is ${item.name} of ${item.host} for?`;
  return (
    <Section title="Notes">
      <ul>
        {notes.map((note) => (
          <li key={note.id} className="border-b border-line py-1">
            <span className="whitespace-pre-wrap [overflow-wrap:anywhere]">{note.text}</span>
            <span className="block text-ink2">
              {note.person}, <Ago at={note.at} />
              {note.person === person?.name && (
                <Button kind="quiet" className="ml-2" onClick={() => remove.mutate(note.id)}>
                  Remove
                </Button>
              )}
            </span>
          </li>
        ))}
      </ul>
      <form
        className="mt-1 flex gap-1"
        onSubmit={(event) => {
          event.preventDefault();
          if (text.trim()) add.mutate(text.trim());
        }}
      >
        <input
          aria-label="A note"
          placeholder="A note"
          className="min-w-0 flex-1"
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <Button type="submit" disabled={!text.trim() || add.isPending}>
          Add
        </Button>
      </form>
      <Trouble error={add.error ?? remove.error} />
      <Button kind="quiet" className="mt-1" aria-expanded={asking} onClick={() => setAsking(!asking)}>
        Ask the developer
      </Button>
      {asking && (
        <div className="mt-1">
          <Code text={question} />
          <div className="flex flex-wrap gap-x-3">
            <a
              className="inline-flex min-h-8 items-center"
              href={`mailto:?subject=${encodeURIComponent(subject)}&body=${encodeURIComponent(question)}`}
            >
              Write a mail
            </a>
            <Button
              kind="quiet"
              onClick={() => add.mutate('Asked the developer what this is for.', { onSuccess: () => setAsking(false) })}
            >
              Note that it was asked
            </Button>
          </div>
        </div>
      )}
    </Section>
  );
}

/** All a developer needs to find the thing in the code, and the link to exactly this item. */
function questionFor({ item }: ItemDetail, siteId: string): string {
  const by = item.chain.at(item.kind === 'request' ? -2 : -1)?.url;
  return [
    `What is this for, and who brought it in?`,
    '',
    `${KIND_WORDS[item.kind]} ${item.name} of ${item.host}`,
    `on ${item.pages[0] ?? 'no page'}${item.pages.length > 1 ? ` and ${item.pages.length - 1} more` : ''}`,
    ...(by ? [`brought in by ${by}`] : []),
    ...(item.excerpt ? [`at ${item.excerpt.url}, line ${item.excerpt.line}`] : []),
    '',
    `${location.origin}/sites/${siteId}/classify/${item.id}`,
  ].join('\n');
}
