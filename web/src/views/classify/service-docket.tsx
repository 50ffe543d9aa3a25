import type { FoundService } from '@douane/api';
import type { ServiceRecordBody } from '@douane/core/classify';
import { KIND_WORDS } from '@douane/core/observe';
import { plural } from '@douane/core/words';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Link } from 'react-router';
import { call, fieldsAtFault } from '../../api/client';
import { Button, Section, Trouble } from '../../ui/parts';
import { useUnsaved } from '../use-unsaved';

interface Props {
  service: FoundService;
  others: FoundService[];
  siteId: string;
  nameOf(purpose: string): string;
  /** The service is no longer there by this name; it is now part of `next`, if of any. */
  onGone(next?: string): void;
}

const FIELDS = [
  ['name', 'Name, as visitors read it'],
  ['provider', 'Provider'],
  ['address', 'Address'],
  ['country', 'Country, two letters'],
  ['policyUrl', 'Privacy policy'],
  ['retention', 'How long data are kept'],
  ['subProcessors', 'Sub-processors'],
] as const;

/** One service: its record, its items, and how it hangs together with others. */
export function ServiceDocket({ service, others, siteId, nameOf, onGone }: Props) {
  const client = useQueryClient();
  const { record, proposal, items } = service;
  const reload = async () => {
    await client.invalidateQueries({ queryKey: ['knowledge'] });
    await client.invalidateQueries({ queryKey: ['items', siteId] });
  };
  return (
    <>
      <p className="caps">{record ? 'Service' : <span className="text-held">Proposed from what was found</span>}</p>
      <h2 className="mt-1 [overflow-wrap:anywhere]">{service.name}</h2>
      <RecordForm
        key={record ? JSON.stringify(record) : 'new'}
        record={record}
        start={record ?? proposal}
        onSaved={async (name) => {
          await reload();
          if (name !== service.name) onGone(name);
        }}
        onDeleted={async () => {
          await reload();
          if (items.length === 0) onGone();
        }}
      />
      {record && record.aliases.length > 0 && <Aliases id={record.id} aliases={record.aliases} onDone={reload} />}
      <Items service={service} nameOf={nameOf} onDone={reload} />
      <Merge
        name={service.name}
        others={others}
        onDone={async (into) => {
          await reload();
          onGone(into);
        }}
      />
      {items.length > 0 && (
        <Ignore
          name={service.name}
          count={items.length}
          onDone={async () => {
            await reload();
            if (!record) onGone();
          }}
        />
      )}
    </>
  );
}

interface RecordProps {
  record: FoundService['record'];
  start: ServiceRecordBody;
  onSaved(name: string): Promise<void>;
  onDeleted(): Promise<void>;
}

function RecordForm({ record, start, onSaved, onDeleted }: RecordProps) {
  const { register, handleSubmit, formState, reset } = useForm<ServiceRecordBody>({ defaultValues: start });
  const [saved, setSaved] = useState(false);
  useUnsaved(formState.isDirty && !saved);
  const save = useMutation({
    mutationFn: (body: object) =>
      record ? call('PUT', `/services/${record.id}`, body) : call('POST', '/services', body),
  });
  const remove = useMutation({ mutationFn: () => call('DELETE', `/services/${record!.id}`), onSuccess: onDeleted });
  const problems = fieldsAtFault(save.error);
  const submit = handleSubmit((values) => {
    const body = Object.fromEntries(
      [...FIELDS.map(([field]) => field), 'note' as const].flatMap((field) => {
        const text = values[field]?.trim();
        return text ? [[field, field === 'country' ? text.toUpperCase() : text]] : [];
      }),
    );
    save.mutate(body, {
      onSuccess: async () => {
        setSaved(true);
        reset(values);
        await onSaved(String(body.name));
      },
    });
  });
  return (
    <form onSubmit={submit}>
      {FIELDS.map(([field, label]) => {
        const problem = problems.find(({ path }) => path === field)?.message;
        return (
          <label key={field} className="mt-2 block">
            {label}
            <input className="mt-0.5 w-full" aria-invalid={problem !== undefined} {...register(field)} />
            {problem && <span className="text-slipped">{problem}</span>}
          </label>
        );
      })}
      <label className="mt-2 block">
        Note, for us only
        <textarea className="mt-0.5 block h-14 w-full" {...register('note')} />
      </label>
      <div className="mt-2 flex gap-2">
        <Button kind="act" type="submit" disabled={save.isPending || (record !== null && !formState.isDirty)}>
          {record ? (formState.isDirty ? 'Save' : 'Saved') : 'Take up this service'}
        </Button>
        {record && (
          <Button kind="quiet" onClick={() => remove.mutate()}>
            Delete the record
          </Button>
        )}
      </div>
      <Trouble error={problems.length === 0 ? (save.error ?? remove.error) : remove.error} />
    </form>
  );
}

function Aliases({ id, aliases, onDone }: { id: string; aliases: string[]; onDone(): Promise<void> }) {
  const unname = useMutation({
    mutationFn: (alias: string) => call('DELETE', `/services/${id}/names/${encodeURIComponent(alias)}`),
    onSuccess: onDone,
  });
  return (
    <Section title="Also called">
      <ul>
        {aliases.map((alias) => (
          <li key={alias} className="flex items-center justify-between gap-2 border-b border-line">
            <span className="[overflow-wrap:anywhere]">{alias}</span>
            <Button kind="quiet" onClick={() => unname.mutate(alias)}>
              Part again
            </Button>
          </li>
        ))}
      </ul>
      <Trouble error={unname.error} />
    </Section>
  );
}

/** What belongs to it; some of it can be made another service. */
function Items({
  service: { items },
  nameOf,
  onDone,
}: {
  service: FoundService;
  nameOf(id: string): string;
  onDone(): Promise<void>;
}) {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [into, setInto] = useState('');
  const split = useMutation({
    mutationFn: () => call('POST', '/services/split', { itemIds: [...chosen], into: into.trim() }),
    onSuccess: async () => {
      setChosen(new Set());
      setInto('');
      await onDone();
    },
  });
  if (items.length === 0) return null;
  return (
    <Section title={plural(items.length, 'item')}>
      <ul className="max-h-64 overflow-auto">
        {items.map((item) => (
          <li key={item.id} className="flex items-start gap-2 border-b border-line py-1">
            <label className="flex min-h-6 min-w-6 items-center justify-center">
              <input
                type="checkbox"
                aria-label={`Choose ${item.name}`}
                checked={chosen.has(item.id)}
                onChange={() => {
                  const after = new Set(chosen);
                  if (!after.delete(item.id)) after.add(item.id);
                  setChosen(after);
                }}
              />
            </label>
            <span className="min-w-0">
              <Link to={`/sites/${item.siteId}/classify/${item.id}`} className="mono [overflow-wrap:anywhere]">
                {item.name}
              </Link>
              <span className="block text-ink2 [overflow-wrap:anywhere]">
                {KIND_WORDS[item.kind]} of {item.host} · {nameOf(item.purpose)} · {item.site}
              </span>
            </span>
          </li>
        ))}
      </ul>
      {chosen.size > 0 && (
        <form
          className="mt-2 flex gap-1"
          onSubmit={(event) => {
            event.preventDefault();
            if (into.trim()) split.mutate();
          }}
        >
          <input
            aria-label="Name of the other service"
            placeholder={`service for these ${chosen.size}`}
            className="min-w-0 flex-1"
            value={into}
            onChange={(event) => setInto(event.target.value)}
          />
          <Button type="submit" disabled={!into.trim() || split.isPending}>
            Split off
          </Button>
        </form>
      )}
      <Trouble error={split.error} />
    </Section>
  );
}

function Merge({
  name,
  others,
  onDone,
}: {
  name: string;
  others: FoundService[];
  onDone(into: string): Promise<void>;
}) {
  const [into, setInto] = useState('');
  const merge = useMutation({
    mutationFn: () => call('POST', '/services/merge', { from: name, into }),
    onSuccess: () => onDone(into),
  });
  if (others.length === 0) return null;
  return (
    <Section title="Is the same as">
      <div className="flex gap-1">
        <select
          aria-label="The service it is"
          className="min-w-0 flex-1"
          value={into}
          onChange={(event) => setInto(event.target.value)}
        >
          <option value="">choose a service</option>
          {others.map((other) => (
            <option key={other.name} value={other.name}>
              {other.name}
            </option>
          ))}
        </select>
        <Button disabled={!into || merge.isPending} onClick={() => merge.mutate()}>
          Merge
        </Button>
      </div>
      <Trouble error={merge.error} />
    </Section>
  );
}

function Ignore({ name, count, onDone }: { name: string; count: number; onDone(): Promise<void> }) {
  const [reason, setReason] = useState<string | null>(null);
  const ignore = useMutation({
    mutationFn: () => call('POST', '/services/ignore', { name, reason }),
    onSuccess: onDone,
  });
  return (
    <Section title="Not to be counted">
      {reason === null ? (
        <Button kind="quiet" onClick={() => setReason('')}>
          Ignore its {plural(count, 'item')}
        </Button>
      ) : (
        <form
          className="flex gap-1"
          onSubmit={(event) => {
            event.preventDefault();
            ignore.mutate();
          }}
        >
          <input
            aria-label="Why it is ignored"
            placeholder="why"
            className="min-w-0 flex-1"
            autoFocus
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            onKeyDown={(event) => event.key === 'Escape' && setReason(null)}
          />
          <Button type="submit" disabled={!reason.trim() || ignore.isPending}>
            Ignore
          </Button>
        </form>
      )}
      <p className="mt-1 text-ink2">Ignored items stay out of banner and policy; the gate holds them as unknown.</p>
      <Trouble error={ignore.error} />
    </Section>
  );
}
