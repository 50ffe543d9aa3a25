import type { ChangedSites, SharedLook } from '@douane/api';
import { differences, type Look, lookOf, withLook } from '@douane/core/setup';
import { plural } from '@douane/core/words';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { call } from '../../api/client';
import * as queries from '../../api/queries';
import { Button, Section, Trouble } from '../../ui/parts';
import { Given } from './given';
import { useBanner } from './use-banner';

/** Looks that the organisation keeps: this site takes one, saves its own as one, and gives changes to the others in it. */
export function SharedLooks() {
  const { banner, editor, setup } = useBanner();
  const { data, error } = useQuery(queries.looks());
  const [chosen, choose] = useState('');
  const select = useId();
  const looks = data?.looks ?? [];
  const own = looks.find(({ id }) => id === banner.look?.id);
  const take = ({ id, revision, look }: SharedLook, since?: Look) => {
    editor.change((s) => {
      const next = withLook(s, look, since);
      return { ...next, banner: { ...next.banner, look: { id, revision } } };
    });
    choose('');
  };
  const taken = looks.find(({ id }) => id === chosen);
  return (
    <Section title="Looks of the organisation">
      {own && <OwnLook look={own} onTake={take} />}
      {looks.length > (own ? 1 : 0) && (
        <div className="mb-2 flex flex-wrap items-center gap-2">
          <label htmlFor={select}>Take</label>
          <select id={select} value={chosen} onChange={(event) => choose(event.target.value)}>
            <option value="">a look</option>
            {looks
              .filter(({ id }) => id !== own?.id)
              .map(({ id, name, users }) => (
                <option key={id} value={id}>
                  {name} ({plural(users.length, 'site')})
                </option>
              ))}
          </select>
          <Button disabled={!taken} onClick={() => taken && take(taken)}>
            Take it
          </Button>
        </div>
      )}
      {!own && <SaveAsLook look={lookOf(setup)} />}
      <Trouble error={error} />
    </Section>
  );
}

/** Saves how this site looks under a name. */
function SaveAsLook({ look }: { look: Look }) {
  const { editor } = useBanner();
  const client = useQueryClient();
  const [name, setName] = useState('');
  const id = useId();
  const save = useMutation({
    mutationFn: () => call<{ id: string }>('POST', '/looks', { name, look }),
    onSuccess: ({ id: made }) => {
      editor.change((s) => ({ ...s, banner: { ...s.banner, look: { id: made, revision: 1 } } }));
      setName('');
      return client.invalidateQueries({ queryKey: queries.looks().queryKey });
    },
  });
  return (
    <form
      className="flex flex-wrap items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate();
      }}
    >
      <label htmlFor={id}>Keep this one as</label>
      <input id={id} className="w-40" value={name} onChange={(event) => setName(event.target.value)} />
      <Button type="submit" disabled={!name.trim() || save.isPending}>
        Keep
      </Button>
      <Trouble error={save.error} />
    </form>
  );
}

/** The look that this site is in: what it changed itself, what the look changed since, and who else is in it. */
function OwnLook({ look, onTake }: { look: SharedLook; onTake(look: SharedLook, since: Look): void }) {
  const { site, banner, setup, editor } = useBanner();
  const client = useQueryClient();
  const { id, name, revision, users } = look;
  const older = (banner.look?.revision ?? revision) < revision;
  const changed = differences(look.look, lookOf(setup)).length;
  const others = users.filter(({ siteId }) => siteId !== site.id);
  const behind = others.filter((user) => user.revision < revision);
  const refresh = () => client.invalidateQueries();
  const catchUp = useMutation({
    mutationFn: () => call<Look>('GET', `/looks/${id}/${banner.look!.revision}`),
    onSuccess: (since) => onTake(look, since),
  });
  const keep = useMutation({
    mutationFn: () => call('PUT', `/looks/${id}`, { revision, look: lookOf(setup) }),
    onSuccess: () => {
      editor.change((s) => ({ ...s, banner: { ...s.banner, look: { id, revision: revision + 1 } } }));
      return refresh();
    },
  });
  const give = useMutation({
    mutationFn: () => call<ChangedSites>('POST', `/looks/${id}/given`, { to: behind.map(({ siteId }) => siteId) }),
    onSuccess: refresh,
  });
  const remove = useMutation({ mutationFn: () => call('DELETE', `/looks/${id}`), onSuccess: refresh });
  return (
    <div className="mb-2">
      <p>
        This site is in <b>{name}</b>
        {others.length > 0 && `, like ${others.map((user) => user.name).join(', ')}`}.{' '}
        {changed > 0 ? `It differs in ${plural(changed, 'place')}.` : 'It does not differ from it.'}
      </p>
      <div className="mt-1 flex flex-wrap gap-2">
        {older && (
          <Button kind="act" disabled={catchUp.isPending} onClick={() => catchUp.mutate()}>
            Take what changed of it
          </Button>
        )}
        {!older && changed > 0 && (
          <Button disabled={keep.isPending} onClick={() => keep.mutate()}>
            Change the look to this
          </Button>
        )}
        {behind.length > 0 && (
          <Button disabled={give.isPending} onClick={() => give.mutate()}>
            Give its changes to {behind.map((user) => user.name).join(', ')}
          </Button>
        )}
        <Button kind="quiet" onClick={() => editor.change((s) => ({ ...s, banner: { ...s.banner, look: undefined } }))}>
          Leave it
        </Button>
        {others.length === 0 && (
          <Button kind="quiet" disabled={remove.isPending} onClick={() => remove.mutate()}>
            Keep it no more
          </Button>
        )}
      </div>
      {older && <p className="text-ink2">It has changed since this site took it. What you changed here stays.</p>}
      {give.data && <Given sites={give.data.sites} />}
      <Trouble error={catchUp.error ?? keep.error ?? give.error ?? remove.error} />
    </div>
  );
}
