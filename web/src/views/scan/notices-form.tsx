import type { SavedNotices } from '@douane/api';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call, fieldsAtFault } from '../../api/client';
import * as queries from '../../api/queries';
import { Button, Code, NoMail, Trouble } from '../../ui/parts';
import { linesOf } from './plan-fields';

/** Who is told of an alarm, and how. */
export function NoticesForm({ siteId }: { siteId: string }) {
  const client = useQueryClient();
  const { data, error } = useQuery(queries.scanSetup(siteId));
  const [edit, setEdit] = useState<{ mail: string; webhook: string } | null>(null);
  const save = useMutation({
    mutationFn: (notices: { mail: string; webhook: string }) =>
      call<SavedNotices>('PUT', `/sites/${siteId}/notices`, {
        mail: linesOf(notices.mail),
        webhook: notices.webhook.trim(),
      }),
    onSuccess: async () => {
      setEdit(null);
      await client.invalidateQueries({ queryKey: ['scan-setup', siteId] });
    },
  });
  if (!data) return <Trouble error={error} />;
  const shown = edit ?? { mail: data.notices.mail.join('\n'), webhook: data.notices.webhook };
  const problems = fieldsAtFault(save.error);
  const problemOf = (field: string) =>
    problems.find(({ path }) => path === field || path.startsWith(`${field}[`))?.message;
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (edit) save.mutate(edit);
      }}
    >
      <h2>Who is told</h2>
      <label className="mt-2 block">
        By mail, one address per line
        <textarea
          className="mono mt-0.5 block h-20 w-full"
          aria-invalid={Boolean(problemOf('mail'))}
          value={shown.mail}
          onChange={(event) => setEdit({ ...shown, mail: event.target.value })}
        />
      </label>
      {problemOf('mail') && <p className="text-slipped">{problemOf('mail')}</p>}
      <NoMail canMail={data.canMail} />
      <label className="mt-2 block">
        By a signed message to this address
        <input
          className="mono mt-0.5 block w-full"
          aria-invalid={Boolean(problemOf('webhook'))}
          placeholder="https://hooks.example.org/douane"
          value={shown.webhook}
          onChange={(event) => setEdit({ ...shown, webhook: event.target.value })}
        />
      </label>
      {problemOf('webhook') && <p className="text-slipped">{problemOf('webhook')}</p>}
      <div className="mt-2 flex gap-2" role="status">
        <Button kind={edit ? 'act' : 'plain'} type="submit" disabled={!edit || save.isPending}>
          {edit ? 'Save' : 'Saved'}
        </Button>
        {edit && (
          <Button kind="quiet" onClick={() => setEdit(null)}>
            Take back
          </Button>
        )}
      </div>
      <Trouble error={problems.length === 0 ? save.error : null} />
      {save.data?.secret && (
        <div className="mt-3">
          <p className="mb-1">The secret that messages are signed with (Standard Webhooks). It is shown this once:</p>
          <Code text={save.data.secret} />
        </div>
      )}
    </form>
  );
}
