import type { ScanSetup } from '@douane/api';
import type { FieldProblem } from '@douane/core/setup';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { call, fieldsAtFault } from '../../api/client';
import * as queries from '../../api/queries';
import { Button, Finding, ListAndDocket, Part, Trouble } from '../../ui/parts';
import { useSite } from '../site-frame';
import { useUnsaved } from '../use-unsaved';
import { CoveragePreview } from './coverage-preview';
import { fieldsOf, type PlanFields, planOf } from './plan-fields';
import { ScanLinks } from './scan-links';
import { ScheduleForm } from './schedule-form';
import { SignInForm } from './sign-in-form';
import { StepsField } from './steps-field';

/** Everything about how the site is scanned, in one place. As it comes, it is right for most sites. */
export function ScanSetupView() {
  const site = useSite();
  const { data, error } = useQuery(queries.scanSetup(site.id));
  if (!data) return <Trouble error={error} />;
  return <Setup key={site.id} siteId={site.id} setup={data} />;
}

function Setup({ siteId, setup }: { siteId: string; setup: ScanSetup }) {
  const client = useQueryClient();
  const form = useForm<PlanFields>({ defaultValues: fieldsOf(setup.plan) });
  const { register, handleSubmit, control, reset, formState } = form;
  const { isDirty } = formState;
  const fields = useWatch({ control }) as PlanFields;
  const read = planOf(fields);
  const [tried, setTried] = useState(false);
  useUnsaved(isDirty);
  const save = useMutation({
    mutationFn: (plan: object) => call<Pick<ScanSetup, 'plan'>>('PUT', `/sites/${siteId}/scan-plan`, plan),
    onSuccess: async ({ plan }) => {
      reset(fieldsOf(plan));
      setTried(false);
      await client.invalidateQueries({ queryKey: ['scan-setup', siteId] });
    },
  });
  const submit = handleSubmit(() => {
    setTried(true);
    if (read.plan) save.mutate(read.plan);
  });
  const told = [...(tried ? read.problems : []), ...fieldsAtFault(save.error)];
  const mark = (field: string) => ({
    'aria-invalid': problemsOf(told, field).length > 0,
    'aria-describedby': `${field}-problem`,
  });

  return (
    <ListAndDocket docket={<CoveragePreview siteId={siteId} fields={fields} />}>
      <ScanLinks />
      <form onSubmit={submit} noValidate>
        <Finding
          title="How this site is scanned"
          acts={
            <div className="flex items-center gap-2" role="status">
              <Button kind={isDirty ? 'act' : 'plain'} type="submit" disabled={!isDirty || save.isPending}>
                {save.isPending ? 'Saving' : isDirty ? 'Save set-up' : 'Saved'}
              </Button>
              {isDirty && (
                <Button kind="quiet" onClick={() => reset()}>
                  Take back
                </Button>
              )}
            </div>
          }
        >
          As it comes it is right for most sites: every page that links and sitemaps lead to, as a new visitor.
        </Finding>
        {told.length > 0 && (
          <p role="alert" className="mb-3 border-l-4 border-slipped bg-sheet px-3 py-2">
            Not saved: {told.length === 1 ? 'one field is' : `${told.length} things are`} not right; each says what
            would be.
          </p>
        )}
        <Trouble error={save.error && fieldsAtFault(save.error).length === 0 ? save.error : null} />

        <Part title="What is visited">
          <fieldset className="mb-2 flex flex-wrap gap-x-5 gap-y-1">
            <legend className="sr-only">Pages</legend>
            <label className="flex min-h-6 items-center gap-2">
              <input
                type="radio"
                value="whole"
                checked={fields.whole}
                onChange={() => form.setValue('whole', true, { shouldDirty: true })}
              />{' '}
              the whole site
            </label>
            <label className="flex min-h-6 items-center gap-2">
              <input
                type="radio"
                value="listed"
                checked={!fields.whole}
                onChange={() => form.setValue('whole', false, { shouldDirty: true })}
              />{' '}
              only these addresses
            </label>
          </fieldset>
          {fields.whole ? (
            <>
              <div className="flex flex-wrap gap-x-6 gap-y-2">
                <label>
                  At most <input className="w-20" inputMode="numeric" {...register('pages')} {...mark('pages')} /> pages
                </label>
                <label>
                  and{' '}
                  <input
                    className="w-16"
                    inputMode="numeric"
                    placeholder="any"
                    {...register('depth')}
                    {...mark('depth')}
                  />{' '}
                  clicks from the start
                </label>
                <label className="flex min-h-6 items-center gap-2">
                  <input type="checkbox" {...register('sitemaps')} /> read sitemaps
                </label>
              </div>
              <Wrong problems={told} of="pages" />
              <Wrong problems={told} of="depth" />
              <div className="mt-2 grid gap-4 md:grid-cols-2">
                <label className="block">
                  Only paths that fit, one pattern per line
                  <textarea
                    className="mono mt-1 block h-20 w-full"
                    placeholder="/shop/**"
                    {...register('include')}
                    {...mark('include')}
                  />
                  <Wrong problems={told} of="include" />
                </label>
                <label className="block">
                  But none that fit
                  <textarea
                    className="mono mt-1 block h-20 w-full"
                    placeholder={'/admin/**\n/**/print'}
                    {...register('exclude')}
                    {...mark('exclude')}
                  />
                  <Wrong problems={told} of="exclude" />
                </label>
              </div>
              <p className="mt-1 text-ink2">
                <code>*</code> is anything but a slash, <code>**</code> anything, <code>{'{a,b}'}</code> either. At the
                side stands what they match.
              </p>
              <div className="mt-2 flex flex-wrap items-center gap-2">
                <label>
                  Addresses that differ in their query are{' '}
                  <select {...register('queries')}>
                    <option value="all">different pages</option>
                    <option value="none">the same page</option>
                    <option value="named">different where these differ:</option>
                  </select>
                </label>
                {fields.queries === 'named' && (
                  <input
                    className="mono w-56"
                    aria-label="Names in the query"
                    placeholder="id, page"
                    {...register('queryNames')}
                    {...mark('queries')}
                  />
                )}
              </div>
              <Wrong problems={told} of="queries" />
            </>
          ) : (
            <>
              <label className="block">
                One per line, or pasted from a table
                <textarea
                  className="mono mt-1 block h-40 w-full"
                  placeholder="https://www.example.org/checkout"
                  {...register('listed')}
                  {...mark('listed')}
                />
              </label>
              <label className="mt-1 flex flex-wrap items-center gap-2">
                or from a file
                <input
                  type="file"
                  accept=".csv,.tsv,.txt"
                  onChange={async (event) => {
                    const file = event.target.files?.[0];
                    if (file) form.setValue('listed', await file.text(), { shouldDirty: true });
                  }}
                />
              </label>
              <Wrong problems={told} of="listed" />
            </>
          )}
        </Part>

        <Part title="As whom">
          <div className="flex flex-wrap gap-x-6 gap-y-2">
            <label>
              On a{' '}
              <select {...register('device')}>
                <option value="desktop">desktop</option>
                <option value="phone">phone</option>
              </select>
            </label>
            <label>
              speaking <input className="mono w-24" {...register('language')} {...mark('language')} />
            </label>
          </div>
          <Wrong problems={told} of="language" />
          <label className="mt-2 block">
            With these request headers, such as one that tells your delivery network the place
            <textarea
              className="mono mt-1 block h-14 w-full"
              placeholder="X-Visitor-Place: DE"
              {...register('headers')}
              {...mark('headers')}
            />
          </label>
          <Wrong problems={told} of="headers" />
          <label className="mt-2 flex min-h-6 items-center gap-2">
            <input type="checkbox" {...register('afterYes')} /> and every page once more as somebody who said yes to
            everything, through the site’s own banner
          </label>
        </Part>

        <Part title="On each page">
          <p className="mb-2 text-ink2">
            Each page is scrolled to its end and waited for. What stands behind more than one click needs a step:
          </p>
          <label className="mb-2 flex min-h-6 items-center gap-2">
            <input type="checkbox" {...register('explore')} /> on the first page of each kind, open what opens: details,
            menus, films, maps, chats. Nothing is bought, sent, accepted or left
          </label>
          <StepsField control={control} register={register} />
          <label className="mt-2 block">
            Stay at least <input className="w-20" inputMode="numeric" {...register('stayMs')} {...mark('stayMs')} /> ms
            on each page, for tags that start late
          </label>
          <Wrong problems={told} of="stayMs" />
          <Wrong problems={told} of="steps" />
        </Part>

        <Part title="Manners">
          <div className="flex flex-wrap gap-x-6 gap-y-2">
            <label>
              <input className="w-14" inputMode="numeric" {...register('parallel')} {...mark('parallel')} /> pages at
              once
            </label>
            <label>
              with <input className="w-20" inputMode="numeric" {...register('delayMs')} {...mark('delayMs')} /> ms
              between their starts
            </label>
          </div>
          <Wrong problems={told} of="parallel" />
          <Wrong problems={told} of="delayMs" />
          <label className="mt-2 flex min-h-6 items-center gap-2">
            <input type="checkbox" {...register('ownSite')} /> this is our own site: pages that robots.txt asks to leave
            alone may be visited
          </label>
          <label className="mt-1 flex min-h-6 items-center gap-2">
            <input type="checkbox" {...register('badCertificates')} /> visit pages whose certificate is not valid, and
            tell
          </label>
          <label className="mt-1 flex min-h-6 items-center gap-2">
            <input type="checkbox" {...register('keepHar')} /> keep all requests of the newest two scans, to be saved as
            HAR
          </label>
        </Part>
      </form>
      <ScheduleForm siteId={siteId} schedule={setup.schedule} />
      <SignInForm siteId={siteId} setup={setup} />
    </ListAndDocket>
  );
}

const problemsOf = (problems: readonly FieldProblem[], field: string) =>
  problems.filter(({ path }) => path === field || path.startsWith(`${field}[`) || path.startsWith(`${field}.`));

/** What is wrong with a field, and in which of its lines. */
function Wrong({ problems, of }: { problems: readonly FieldProblem[]; of: string }) {
  const own = problemsOf(problems, of);
  if (own.length === 0) return null;
  const line = (path: string) => /\[(\d+)\]/.exec(path)?.[1];
  return (
    <p id={`${of}-problem`} role="alert" className="text-slipped">
      {own
        .map(({ path, message }) => (line(path) === undefined ? message : `line ${Number(line(path)) + 1}: ${message}`))
        .join('; ')}
    </p>
  );
}
