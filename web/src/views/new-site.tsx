import type { TakenOnSite } from '@douane/api';
import { useQueryClient } from '@tanstack/react-query';
import clsx from 'clsx';
import type { ComponentProps } from 'react';
import { useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { ApiProblem, call, fieldsAtFault } from '../api/client';
import { Button, Finding, Trouble } from '../ui/parts';

interface Fields {
  name: string;
  address: string;
}

/** Takes on a site by its address and begins with a scan. */
export function NewSite() {
  const navigate = useNavigate();
  const client = useQueryClient();
  const { register, handleSubmit, setError, formState } = useForm<Fields>({ defaultValues: { name: '', address: '' } });
  const { errors, isSubmitting } = formState;
  const submit = handleSubmit(async (fields) => {
    try {
      const site = await call<TakenOnSite>('POST', '/sites', fields);
      await call('POST', `/sites/${site.id}/scans`, {});
      await client.invalidateQueries({ queryKey: ['board'] });
      const answered = site.answered ? `?answered=${encodeURIComponent(site.answered)}` : '';
      await navigate(`/sites/${site.id}/first${answered}`);
    } catch (error) {
      const known = fieldsAtFault(error).filter(({ path }) => path === 'name' || path === 'address');
      for (const { path, message } of known) setError(path as keyof Fields, { message });
      if (known.length === 0)
        setError('root', { message: error instanceof ApiProblem ? error.text : (error as Error).message });
    }
  });
  return (
    <main className="max-w-[640px] px-5 py-6">
      <Finding title="Take on a site">
        Give its address. A browser then walks its pages and writes down what they store and contact. Nothing on the
        site changes.
      </Finding>
      <form onSubmit={submit} noValidate>
        <Field
          id="address"
          label="Address"
          problem={errors.address?.message}
          autoFocus
          inputMode="url"
          placeholder="www.example.org"
          className="mono"
          {...register('address')}
        />
        <Field
          id="name"
          label="Name, as you call it"
          problem={errors.name?.message}
          placeholder="Ferry tickets"
          {...register('name')}
        />
        <Trouble error={errors.root} />
        <div className="mt-3 flex gap-2">
          <Button kind="act" type="submit" disabled={isSubmitting}>
            {isSubmitting ? 'Looking where it answers' : 'Take it on and scan'}
          </Button>
          <Button kind="quiet" onClick={() => void navigate('/')}>
            Back to the board
          </Button>
        </div>
      </form>
    </main>
  );
}

interface FieldProps extends ComponentProps<'input'> {
  id: string;
  label: string;
  problem: string | undefined;
}

/** An input with its name above it and what is wrong with it below. */
function Field({ id, label, problem, className, ...input }: FieldProps) {
  return (
    <>
      <label htmlFor={id} className="mt-2 block font-semibold">
        {label}
      </label>
      <input
        id={id}
        className={clsx('mt-1 w-full', className)}
        aria-invalid={Boolean(problem)}
        aria-describedby={`${id}-error`}
        {...input}
      />
      <p id={`${id}-error`} className="min-h-5 text-slipped">
        {problem}
      </p>
    </>
  );
}
