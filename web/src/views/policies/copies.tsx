import type { PolicyHead, PolicyList } from '@douane/api';
import { plural } from '@douane/core/words';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call, fieldsAtFault } from '../../api/client';
import { ChangedLines } from '../../ui/changed-lines';
import { Ago, Button, Section, Trouble } from '../../ui/parts';
import { useSite } from '../site-frame';
import { Field } from './question-fields';

type Copy = PolicyHead['copies'][number];

/** Whether a copy needs somebody. */
export const isOff = ({ found }: Copy): boolean => found !== null && ('why' in found || found.state !== 'current');

/** Pages on which the text was pasted: each is looked at every day. */
export function Copies({ policy, list }: { policy: PolicyHead; list: PolicyList }) {
  const site = useSite();
  const client = useQueryClient();
  const [address, setAddress] = useState('');
  const { languages } = list.setup.banner;
  const [language, setLanguage] = useState(languages[0]!);
  const base = `/sites/${site.id}/policies/${policy.id}/copies`;
  const done = { onSuccess: () => client.invalidateQueries({ queryKey: ['policies', site.id] }) };
  const add = useMutation({
    mutationFn: () => call('POST', base, { address, language }),
    onSuccess: async () => {
      setAddress('');
      await done.onSuccess();
    },
  });
  const look = useMutation({ mutationFn: (id: string) => call('POST', `${base}/${id}/looks`), ...done });
  const remove = useMutation({ mutationFn: (id: string) => call('DELETE', `${base}/${id}`), ...done });
  const problem = fieldsAtFault(add.error).find(({ path }) => path === 'address')?.message;
  return (
    <Section title="Pasted elsewhere">
      <ul>
        {policy.copies.map((copy) => (
          <li key={copy.id} className="border-b border-line py-1.5 [overflow-wrap:anywhere]">
            <a href={copy.address}>{copy.address}</a>, {copy.language}
            <Found copy={copy} />
            <span className="flex flex-wrap gap-x-3">
              <Button kind="quiet" disabled={look.isPending} onClick={() => look.mutate(copy.id)}>
                Look now
              </Button>
              <Button kind="quiet" disabled={remove.isPending} onClick={() => remove.mutate(copy.id)}>
                Look no more
              </Button>
            </span>
          </li>
        ))}
      </ul>
      <form
        className="mt-1"
        onSubmit={(event) => {
          event.preventDefault();
          add.mutate();
        }}
      >
        <Field label="Page on which the text was pasted" value={address} problem={problem} onChange={setAddress} />
        <span className="flex items-center gap-2">
          <select aria-label="Its language" value={language} onChange={(event) => setLanguage(event.target.value)}>
            {languages.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
          <Button type="submit" disabled={!address || add.isPending}>
            {add.isPending ? 'Looking' : 'Look after it'}
          </Button>
        </span>
      </form>
      <Trouble error={problem ? null : (add.error ?? look.error ?? remove.error)} />
    </Section>
  );
}

function Found({ copy: { found, lookedAt } }: { copy: Copy }) {
  if (!found || !lookedAt) return <p className="text-ink2">Not looked at yet.</p>;
  const when = (
    <span className="text-ink2">
      <Ago at={lookedAt} />
    </span>
  );
  if ('why' in found)
    return (
      <p>
        <b className="text-slipped">Could not be compared</b>: {found.why} {when}
      </p>
    );
  const { state, missing, old } = found;
  if (state === 'current') return <p>Says what is live. {when}</p>;
  if (state === 'absent')
    return (
      <p>
        <b className="text-slipped">The text is not there</b>, or is put there by a script. {when}
      </p>
    );
  return (
    <details>
      <summary>
        <b className="text-slipped">Stale</b>: {plural(missing.length, 'line')} missing, {old.length} of an earlier
        version {when}
      </summary>
      <ChangedLines
        lines={[
          ...missing.map((text) => ({ in: 'after' as const, text })),
          ...old.map((text) => ({ in: 'before' as const, text })),
        ]}
      />
    </details>
  );
}
