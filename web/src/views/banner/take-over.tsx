import type { Draft } from '@douane/api';
import { parseSetupText, type Setup, TAKEOVER_PARTS, type TakeoverPart, takenOver } from '@douane/core/setup';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { call } from '../../api/client';
import * as queries from '../../api/queries';
import { TickRow } from '../../ui/fields';
import { Button, Section, Trouble } from '../../ui/parts';
import { useBanner } from './use-banner';

const NAMES: Record<TakeoverPart, string> = {
  face: 'face: colours, type, logo, CSS',
  form: 'form and choices button',
  words: 'words',
  languages: 'languages',
  purposes: 'purposes',
  regions: 'laws served, and rules',
};

/** Which parts are meant. */
export function PartTicks({
  legend,
  chosen,
  onChange,
}: {
  legend: string;
  chosen: ReadonlySet<TakeoverPart>;
  onChange(parts: ReadonlySet<TakeoverPart>): void;
}) {
  return (
    <fieldset>
      <legend className="sr-only">{legend}</legend>
      {TAKEOVER_PARTS.map((part) => (
        <TickRow
          key={part}
          label={NAMES[part]}
          checked={chosen.has(part)}
          onChange={(on) => onChange(new Set(TAKEOVER_PARTS.filter((one) => (one === part ? on : chosen.has(one)))))}
        />
      ))}
    </fieldset>
  );
}

/** Takes parts of another site's setup over, or of a file; nothing is published by that. */
export function TakeOver() {
  const { site, editor } = useBanner();
  const { data: board } = useQuery(queries.board());
  const [from, setFrom] = useState('');
  const [parts, setParts] = useState<ReadonlySet<TakeoverPart>>(new Set(TAKEOVER_PARTS));
  const [told, setTold] = useState<string>();
  const [select, file] = [useId(), useId()];
  const others = board?.sites.filter(({ id }) => id !== site.id) ?? [];
  const take = (setup: Setup, name: string) => {
    const chosen = TAKEOVER_PARTS.filter((part) => parts.has(part));
    editor.change((own) => takenOver(own, setup, chosen));
    setTold(`Taken over from ${name}. Look it through; it is published when you say so.`);
  };
  const fromSite = useMutation({
    mutationFn: () => call<Draft>('GET', `/sites/${from}/draft`),
    onSuccess: ({ setup }) => take(setup, setup.site.name),
  });
  const fromFile = async (chosen: File | undefined) => {
    if (!chosen) return;
    const read = parseSetupText(await chosen.text());
    if (read.ok) take(read.value, chosen.name);
    else setTold(`${chosen.name}: ${read.problems[0]!.path} ${read.problems[0]!.message}`);
  };
  return (
    <Section title="Take over from another site">
      <PartTicks legend="What is taken over" chosen={parts} onChange={setParts} />
      <div className="mt-1 flex flex-wrap items-center gap-2">
        <label htmlFor={select}>From</label>
        <select id={select} value={from} onChange={(event) => setFrom(event.target.value)}>
          <option value="">{others.length > 0 ? 'a site of yours' : 'no other site yet'}</option>
          {others.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
        <Button disabled={!from || parts.size === 0 || fromSite.isPending} onClick={() => fromSite.mutate()}>
          Take over
        </Button>
      </div>
      <label htmlFor={file} className="mt-1 block">
        or from a file of a setup
      </label>
      <input
        id={file}
        type="file"
        accept=".json,application/json"
        className="w-full"
        disabled={parts.size === 0}
        onChange={(event) => {
          void fromFile(event.target.files?.[0]);
          event.target.value = '';
        }}
      />
      <p role="status" className="[overflow-wrap:anywhere]">
        {told}
      </p>
      <Trouble error={fromSite.error} />
    </Section>
  );
}
