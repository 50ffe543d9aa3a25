import type { HouseRule, HouseRuleList, TriedHouseRule } from '@douane/api';
import type { HouseRuleBody } from '@douane/core/classify';
import { ITEM_KINDS, type ItemKind, KIND_WORDS } from '@douane/core/observe';
import type { Purpose } from '@douane/core/setup';
import { plural } from '@douane/core/words';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { call, fieldsAtFault } from '../../api/client';
import * as queries from '../../api/queries';
import { Mark } from '../../ui/mark';
import { Ago, Button, Empty, Finding, ListAndDocket, Trouble } from '../../ui/parts';
import { useSite } from '../site-frame';
import { useUnsaved } from '../use-unsaved';
import { Changes, changeWords } from './changes';
import { ClassifyLinks } from './classify-links';

/** What people settled once for all items alike, and a form that shows what a rule would change before it is saved. */
export function HouseRulesView() {
  const site = useSite();
  const navigate = useNavigate();
  const { ruleId } = useParams();
  const [search] = useSearchParams();
  const { data, error } = useQuery(queries.houseRules());
  const { data: draft } = useQuery(queries.draft(site.id));
  const client = useQueryClient();
  const base = `/sites/${site.id}/classify/house-rules`;
  const purposes = draft?.setup.purposes ?? [];
  const nameOf = (id: string) => purposes.find((p) => p.id === id)?.name ?? id;
  const rules = data?.rules.filter((rule) => rule.siteId === null || rule.siteId === site.id) ?? [];
  const selected = rules.find((rule) => rule.id === ruleId);
  const remove = useMutation({
    mutationFn: (id: string) => call('DELETE', `/house-rules/${id}`),
    onSuccess: async () => {
      void navigate(base);
      await client.invalidateQueries({ queryKey: ['knowledge'] });
    },
  });
  return (
    <ListAndDocket
      docket={
        draft && (ruleId === undefined || selected) ? (
          <RuleForm
            // Another rule is another form; what stood in this one belongs to the rule before.
            key={selected?.id ?? `new ${search}`}
            rule={selected}
            start={Object.fromEntries(search)}
            siteId={site.id}
            purposes={purposes}
            nameOf={nameOf}
            onSaved={() => void navigate(base)}
            onDelete={selected && (() => remove.mutate(selected.id))}
          />
        ) : null
      }
    >
      <ClassifyLinks />
      <Finding
        title={rules.length === 0 ? 'No house rules yet' : plural(rules.length, 'house rule')}
        acts={
          ruleId && (
            <Button kind="act" onClick={() => void navigate(base)}>
              New rule
            </Button>
          )
        }
      >
        What is settled once is not asked again: everything of a host, names that fit a pattern, or whatever a tag
        brings in. A person’s ruling on an item goes before every rule.
      </Finding>
      <Trouble error={error ?? remove.error} />
      {(data?.proposed.length ?? 0) > 0 && (
        <section aria-label="Proposed" className="mb-5">
          <h2 className="caps">What you rule again and again</h2>
          <ul>
            {data!.proposed.map((proposed) => (
              <li key={proposed.words} className="flex items-baseline gap-3 border-b border-line py-1">
                <span className="min-w-0 flex-1 [overflow-wrap:anywhere]">
                  <Mark name="waits" /> All {plural(proposed.rulings, 'ruling')} by persons
                  {proposed.sites > 1 && ` on ${proposed.sites} sites`} of {proposed.words}: {nameOf(proposed.purpose)}{' '}
                  <span className="text-ink2">· {proposed.service}</span>
                </span>
                <Link
                  to={`${base}?${new URLSearchParams(startOf(proposed))}`}
                  className="inline-flex min-h-6 items-center"
                >
                  Make it a rule
                </Link>
              </li>
            ))}
          </ul>
        </section>
      )}
      {rules.length === 0 ? (
        data && <Empty>The form beside shows what a rule would change before it is saved.</Empty>
      ) : (
        <table className="w-full table-fixed bg-sheet">
          <thead>
            <tr className="border-y border-ink">
              <th className="w-[46%] px-2 py-1.5">Rule</th>
              <th className="px-2 py-1.5">Purpose and service</th>
              <th className="w-[16%] px-2 py-1.5">Holds on</th>
              <th className="w-[16%] px-2 py-1.5">By</th>
            </tr>
          </thead>
          <tbody>
            {rules.map((rule) => (
              <tr
                key={rule.id}
                aria-selected={rule.id === ruleId}
                className={`cursor-pointer border-b border-line ${rule.id === ruleId ? 'bg-wash' : 'hover:bg-well'}`}
                onClick={() => void navigate(`${base}/${rule.id}`)}
              >
                <td className="px-2 py-1.5">
                  <button type="button" className="min-h-6 text-left [overflow-wrap:anywhere]">
                    <Mark name={rule.enabled ? 'in-order' : 'nothing'} /> {rule.words}
                  </button>
                  {!rule.enabled && <span className="text-ink2"> · switched off</span>}
                </td>
                <td className="truncate px-2 py-1.5">
                  {nameOf(rule.purpose)} <span className="text-ink2">· {rule.service}</span>
                </td>
                <td className="truncate px-2 py-1.5">{rule.siteId ? 'this site' : 'every site'}</td>
                <td className="truncate px-2 py-1.5 text-ink2">
                  {rule.person}, <Ago at={rule.createdAt} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </ListAndDocket>
  );
}

function startOf({ when, purpose, service, sites }: HouseRuleList['proposed'][number]): Record<string, string> {
  const { kinds: _, ...said } = when;
  return { ...said, purpose, service, ...(sites > 1 && { everySite: '1' }) };
}

interface FormProps {
  rule?: HouseRule;
  /** What a new one begins with, by field. */
  start: Partial<Record<'host' | 'name' | 'broughtInBy' | 'purpose' | 'service' | 'everySite', string>>;
  siteId: string;
  purposes: Purpose[];
  nameOf(purpose: string): string;
  onSaved(): void;
  onDelete?: () => void;
}

interface Fields {
  host: string;
  name: string;
  broughtInBy: string;
  kind: ItemKind | '';
  purpose: string;
  service: string;
  reason: string;
  everySite: boolean;
  enabled: boolean;
}

function RuleForm({ rule, start, siteId, purposes, nameOf, onSaved, onDelete }: FormProps) {
  const client = useQueryClient();
  const [fields, setFields] = useState<Fields>(() => ({
    host: rule?.when.host ?? start.host ?? '',
    name: rule?.when.name ?? start.name ?? '',
    broughtInBy: rule?.when.broughtInBy ?? start.broughtInBy ?? '',
    kind: rule?.when.kinds?.[0] ?? '',
    purpose: rule?.purpose ?? start.purpose ?? '',
    service: rule?.service ?? start.service ?? '',
    reason: rule?.reason ?? '',
    everySite: rule ? rule.siteId === null : start.everySite !== undefined,
    enabled: rule?.enabled ?? true,
  }));
  const [touched, setTouched] = useState(false);
  useUnsaved(touched);
  const set = (change: Partial<Fields>) => {
    setFields({ ...fields, ...change });
    setTouched(true);
  };
  const body = bodyOf(fields, siteId);
  const complete = (fields.host || fields.name || fields.broughtInBy) && fields.purpose && fields.service.trim();
  const tried = useMutation({
    mutationFn: (asked: object) =>
      call<TriedHouseRule>('POST', `/house-rules/try${rule ? `?id=${rule.id}` : ''}`, asked),
  });
  const save = useMutation({
    mutationFn: () => (rule ? call('PUT', `/house-rules/${rule.id}`, body) : call('POST', '/house-rules', body)),
    onSuccess: async () => {
      setTouched(false);
      await client.invalidateQueries({ queryKey: ['knowledge'] });
      await client.invalidateQueries({ queryKey: ['items', siteId] });
      // After the question about unsaved work has been taken down.
      setTimeout(onSaved);
    },
  });
  // What it would change is shown while it is written, a moment after the hand rests.
  const text = JSON.stringify(body);
  const { mutate: tryOut, reset } = tried;
  useEffect(() => {
    if (!complete) return reset();
    const wait = setTimeout(() => tryOut(JSON.parse(text)), 350);
    return () => clearTimeout(wait);
  }, [text, complete, tryOut, reset]);

  const problems = fieldsAtFault(save.error ?? tried.error);
  const input = (name: 'host' | 'name' | 'broughtInBy' | 'service' | 'reason', label: string, placeholder: string) => {
    const problem = problems.find(({ path }) => path.endsWith(`.${name}`))?.message;
    return (
      <label className="mt-2 block">
        {label}
        <input
          className={`mt-0.5 w-full ${name === 'service' || name === 'reason' ? '' : 'mono'}`}
          placeholder={placeholder}
          value={fields[name]}
          aria-invalid={problem !== undefined}
          onChange={(event) => set({ [name]: event.target.value })}
        />
        {problem && <span className="text-slipped">{problem}</span>}
      </label>
    );
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (complete) save.mutate();
      }}
    >
      <h2>{rule ? 'This rule' : 'A new rule'}</h2>
      <fieldset className="mt-2">
        <legend className="caps">What it is about</legend>
        {input('host', 'Everything of this host', 'tags.example.org')}
        {input('name', 'Named, * for any characters', '_x*')}
        {input('broughtInBy', 'Whatever this tag’s host brings in', 'manager.example.org')}
        <label className="mt-2 block">
          Of kind
          <select
            aria-label="Of kind"
            className="mt-0.5 w-full"
            value={fields.kind}
            onChange={(event) => set({ kind: event.target.value as ItemKind | '' })}
          >
            <option value="">any</option>
            {ITEM_KINDS.map((kind) => (
              <option key={kind} value={kind}>
                {KIND_WORDS[kind]}
              </option>
            ))}
          </select>
        </label>
        <p className="mt-1 text-ink2">Where several are filled in, all of them have to fit.</p>
      </fieldset>
      <fieldset className="mt-3">
        <legend className="caps">What it says</legend>
        <label className="mt-2 block">
          Purpose
          <select
            aria-label="Purpose"
            className="mt-0.5 w-full"
            value={fields.purpose}
            onChange={(event) => set({ purpose: event.target.value })}
          >
            <option value="">choose</option>
            {purposes.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
        {input('service', 'Service', 'as visitors read it')}
        {input('reason', 'Why', 'shown with every ruling it makes')}
        <label className="mt-2 flex min-h-6 items-center gap-2">
          <input
            type="checkbox"
            checked={fields.everySite}
            onChange={(event) => set({ everySite: event.target.checked })}
          />
          for every site of the organisation
        </label>
        {rule && (
          <label className="flex min-h-6 items-center gap-2">
            <input
              type="checkbox"
              checked={fields.enabled}
              onChange={(event) => set({ enabled: event.target.checked })}
            />
            switched on
          </label>
        )}
      </fieldset>
      <div className="mt-3 flex gap-2">
        <Button kind="act" type="submit" disabled={!complete || save.isPending || problems.length > 0}>
          Save rule
        </Button>
        {onDelete && (
          <Button kind="quiet" onClick={onDelete}>
            Delete
          </Button>
        )}
      </div>
      <Trouble error={problems.length === 0 ? (save.error ?? tried.error) : null} />
      {tried.data && complete && (
        <div className="mt-3 border-t border-line pt-2" role="status">
          <p>
            Fits {plural(tried.data.fits, 'item')}
            {tried.data.byPersons > 0 && `, of which ${tried.data.byPersons} were ruled by persons and stay`}.{' '}
            <b>{changeWords(tried.data)}</b>
          </p>
          <Changes changes={tried.data.changes} total={tried.data.total} nameOf={nameOf} />
        </div>
      )}
    </form>
  );
}

function bodyOf(fields: Fields, siteId: string): { siteId: string | null; enabled: boolean; rule: HouseRuleBody } {
  const { host, name, broughtInBy, kind, purpose, service, reason, everySite, enabled } = fields;
  return {
    siteId: everySite ? null : siteId,
    enabled,
    rule: {
      when: {
        ...(host.trim() && { host: host.trim() }),
        ...(name && { name }),
        ...(broughtInBy.trim() && { broughtInBy: broughtInBy.trim() }),
        ...(kind && { kinds: [kind] }),
      },
      purpose,
      service: service.trim(),
      ...(reason.trim() && { reason: reason.trim() }),
    },
  };
}
