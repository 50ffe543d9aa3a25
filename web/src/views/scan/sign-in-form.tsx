import type { ScanSetup, SignInRun } from '@douane/api';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call, fieldsAtFault } from '../../api/client';
import { Mark } from '../../ui/mark';
import { Ago, Button, Part, Trouble } from '../../ui/parts';
import { underWay, useRuns } from '../use-runs';

interface Field {
  id: number;
  selector: string;
  /** `null`: the kept one stays. */
  value: string | null;
}

let nextId = 0;

/** How to get behind a login, tried on the spot. What is filled in is sealed and never shown again. */
export function SignInForm({ siteId, setup: { signIn, canKeepSecrets } }: { siteId: string; setup: ScanSetup }) {
  const client = useQueryClient();
  const fromKept = () => ({
    address: signIn?.address ?? '',
    fields: (signIn?.fields ?? [{ selector: '' }, { selector: '' }]).map(
      ({ selector }): Field => ({ id: nextId++, selector, value: signIn ? null : '' }),
    ),
    submit: signIn?.submit ?? '',
    success: signIn?.success ?? '',
  });
  const [open, setOpen] = useState(signIn !== null);
  const [recipe, setRecipe] = useState(fromKept);
  const [dirty, setDirty] = useState(false);
  const change = (part: Partial<typeof recipe>) => {
    setRecipe({ ...recipe, ...part });
    setDirty(true);
  };
  const setField = (id: number, part: Partial<Field>) =>
    change({ fields: recipe.fields.map((field) => (field.id === id ? { ...field, ...part } : field)) });
  const reload = () => client.invalidateQueries({ queryKey: ['scan-setup', siteId] });

  const { shown, latest } = useRuns<SignInRun>(siteId, 'sign-in');
  const trying = latest !== undefined && underWay(latest.state);
  const attempt = useMutation({
    mutationFn: () => call('POST', `/sites/${siteId}/sign-ins`, {}),
    onSuccess: () => client.invalidateQueries({ queryKey: ['sign-in', siteId] }),
  });
  const save = useMutation({
    mutationFn: () =>
      call('PUT', `/sites/${siteId}/sign-in`, {
        ...recipe,
        fields: recipe.fields
          .filter(({ selector, value }) => selector || value)
          .map(({ selector, value }) => ({ selector, ...(value !== null && { value }) })),
      }),
    onSuccess: async () => {
      setDirty(false);
      setRecipe({ ...recipe, fields: recipe.fields.map((field) => ({ ...field, value: null })) });
      await reload();
      attempt.mutate();
    },
  });
  const forget = useMutation({
    mutationFn: () => call('DELETE', `/sites/${siteId}/sign-in`),
    onSuccess: async () => {
      setOpen(false);
      setRecipe({ address: '', fields: [{ id: nextId++, selector: '', value: '' }], submit: '', success: '' });
      await reload();
    },
  });
  const problemOf = (path: string) => fieldsAtFault(save.error).find((problem) => problem.path === path)?.message;
  const report = shown?.report;

  if (!open) {
    return (
      <Part title="Behind a login">
        <p className="mb-2 text-ink2">Scans visit the site as somebody who is not signed in.</p>
        <Button onClick={() => setOpen(true)}>Sign in first</Button>
      </Part>
    );
  }
  return (
    <Part title="Behind a login">
      {!canKeepSecrets && (
        <p className="mb-2 border-l-4 border-held bg-sheet px-3 py-2">
          Passwords cannot be kept: whoever runs Douane has to set DOUANE_SECRET for servers and workers first.
        </p>
      )}
      <form
        autoComplete="off"
        onSubmit={(event) => {
          event.preventDefault();
          save.mutate();
        }}
      >
        <Line
          label="Address of the login"
          value={recipe.address}
          problem={problemOf('address')}
          placeholder="https://www.example.org/login"
          onChange={(address) => change({ address })}
        />
        {recipe.fields.map((field, i) => (
          <div key={field.id} className="mt-2 flex flex-wrap items-end gap-2">
            <label>
              Field {i + 1}, by CSS selector
              <input
                className="mono mt-0.5 block h-8 w-60"
                placeholder={i === 0 ? 'input[name=user]' : 'input[type=password]'}
                value={field.selector}
                onChange={(event) => setField(field.id, { selector: event.target.value })}
              />
            </label>
            <label>
              is filled with
              <input
                className="mt-0.5 block h-8 w-52"
                type="password"
                autoComplete="new-password"
                placeholder={field.value === null ? 'kept, not shown' : ''}
                value={field.value ?? ''}
                onChange={(event) => setField(field.id, { value: event.target.value })}
              />
            </label>
            <Button
              kind="quiet"
              aria-label={`Remove field ${i + 1}`}
              onClick={() => change({ fields: recipe.fields.filter(({ id }) => id !== field.id) })}
            >
              Remove
            </Button>
            {(problemOf(`fields[${i}].selector`) ?? problemOf(`fields[${i}].value`)) && (
              <p className="w-full text-slipped">
                {problemOf(`fields[${i}].selector`) ?? problemOf(`fields[${i}].value`)}
              </p>
            )}
          </div>
        ))}
        <Button
          kind="quiet"
          className="mt-1"
          onClick={() => change({ fields: [...recipe.fields, { id: nextId++, selector: '', value: '' }] })}
        >
          Add a field
        </Button>
        <div className="mt-1 grid gap-3 md:grid-cols-2">
          <Line
            label="Then this is pressed"
            value={recipe.submit}
            problem={problemOf('submit')}
            placeholder="button[type=submit]"
            onChange={(submit) => change({ submit })}
          />
          <Line
            label="It worked when this shows"
            value={recipe.success}
            problem={problemOf('success')}
            placeholder="nav .account"
            onChange={(success) => change({ success })}
          />
        </div>
        <div className="mt-3 flex flex-wrap gap-2">
          <Button kind={dirty ? 'act' : 'plain'} type="submit" disabled={!dirty || save.isPending || !canKeepSecrets}>
            Save and try
          </Button>
          {signIn && (
            <>
              <Button onClick={() => attempt.mutate()} disabled={dirty || trying || attempt.isPending}>
                {trying ? 'Trying' : 'Try it'}
              </Button>
              <Button kind="quiet" onClick={() => forget.mutate()} disabled={forget.isPending}>
                Forget it
              </Button>
            </>
          )}
        </div>
      </form>
      <Trouble
        error={save.error && fieldsAtFault(save.error).length === 0 ? save.error : (attempt.error ?? forget.error)}
      />
      <div role="status" className="mt-3">
        {trying && <p>A browser is trying to sign in.</p>}
        {!trying && latest?.state === 'failed' && <p>{latest.why}</p>}
        {!trying && report && signIn && shown?.finishedAt && (
          <figure>
            <figcaption className="mb-1">
              <Mark name={report.ok ? 'in-order' : 'slipped'} /> {report.ok ? 'Signed in' : report.why},{' '}
              <Ago at={shown.finishedAt} />, ended at <span className="mono">{report.address}</span>
            </figcaption>
            {report.picture && (
              <img
                className="w-full max-w-[640px] border border-line"
                src={`data:image/jpeg;base64,${report.picture}`}
                alt="The page on which it ended, with the fields covered"
              />
            )}
          </figure>
        )}
      </div>
    </Part>
  );
}

function Line({
  label,
  value,
  problem,
  placeholder,
  onChange,
}: {
  label: string;
  value: string;
  problem: string | undefined;
  placeholder: string;
  onChange(text: string): void;
}) {
  return (
    <label className="block">
      {label}
      <input
        className="mono mt-0.5 block w-full"
        aria-invalid={Boolean(problem)}
        placeholder={placeholder}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
      {problem && <span className="text-slipped">{problem}</span>}
    </label>
  );
}
