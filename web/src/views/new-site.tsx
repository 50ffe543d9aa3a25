import { useQueryClient } from '@tanstack/react-query';
import { useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { type ApiProblem, call } from '../api/client';
import type { SiteSummary } from '../api/types';
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
      const site = await call<SiteSummary>('POST', '/sites', fields);
      await call('POST', `/sites/${site.id}/scans`, {});
      await client.invalidateQueries({ queryKey: ['board'] });
      await navigate(`/sites/${site.id}/scan`);
    } catch (error) {
      const problem = error as ApiProblem;
      const known = (problem.fields ?? []).filter(({ path }) => path === 'name' || path === 'address');
      for (const { path, message } of known) setError(path as keyof Fields, { message });
      if (known.length === 0) setError('root', { message: problem.text ?? problem.message });
    }
  });
  return (
    <main className="max-w-[640px] px-5 py-6">
      <Finding title="Take on a site">
        Give its address. A browser then walks its pages and writes down what they store and contact. Nothing on the
        site changes.
      </Finding>
      <form onSubmit={submit} noValidate>
        <label htmlFor="address" className="block font-semibold">
          Address
        </label>
        <input
          id="address"
          autoFocus
          inputMode="url"
          placeholder="https://www.example.org/"
          className="mono mt-1 w-full"
          aria-invalid={Boolean(errors.address)}
          aria-describedby="address-error"
          {...register('address')}
        />
        <p id="address-error" className="min-h-5 text-slipped">
          {errors.address?.message}
        </p>
        <label htmlFor="name" className="mt-2 block font-semibold">
          Name, as you call it
        </label>
        <input
          id="name"
          placeholder="Ferry tickets"
          className="mt-1 w-full"
          aria-invalid={Boolean(errors.name)}
          aria-describedby="name-error"
          {...register('name')}
        />
        <p id="name-error" className="min-h-5 text-slipped">
          {errors.name?.message}
        </p>
        <Trouble error={errors.root} />
        <div className="mt-3 flex gap-2">
          <Button kind="act" type="submit" disabled={isSubmitting}>
            Take it on and scan
          </Button>
          <Button kind="quiet" onClick={() => void navigate('/')}>
            Back to the board
          </Button>
        </div>
      </form>
    </main>
  );
}
