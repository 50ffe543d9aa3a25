import { COUNTRIES, EVERY_PLACE, placeName } from '@douane/core/places';
import { PLACE_GROUPS } from '@douane/core/regimes';
import { namedPlacesWords } from '@douane/core/setup';
import { Command } from 'cmdk';
import { X } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { Button } from '../../ui/parts';

const NAMED: { code: string; name: string }[] = [
  ...COUNTRIES,
  ...EVERY_PLACE.filter((code) => code.includes('-')).map((code) => ({ code, name: placeName(code) })),
];
/** A code as people read it: "California (US)". */
export const pickedName = (code: string) =>
  code[2] === '-' ? `${placeName(code)} (${code.slice(0, 2)})` : namedPlacesWords([code]);

interface Props {
  /** Whose places these are, for whoever cannot see where it stands. */
  label: string;
  places: readonly string[];
  onChange(places: string[]): void;
  invalid?: boolean;
}

/** Places and groups of places, found by name or code, down to the state. */
export function PlacePicker({ label, places, onChange, invalid }: Props) {
  const [search, setSearch] = useState('');
  const add = (code: string) => {
    onChange([...places, code]);
    setSearch('');
  };
  return (
    <div className="flex flex-wrap items-center gap-1.5" role="group" aria-label={label}>
      {places.map((code) => (
        <span key={code} className="inline-flex items-center rounded-sm border border-line bg-well pl-2">
          {pickedName(code)}
          <button
            type="button"
            className="inline-flex min-h-6 min-w-6 items-center justify-center hover:text-slipped"
            aria-label={`Take ${pickedName(code)} out`}
            onClick={() => onChange(places.filter((one) => one !== code))}
          >
            <X size={12} aria-hidden />
          </button>
        </span>
      ))}
      <Popover.Root>
        <Popover.Trigger asChild>
          <Button kind="quiet" aria-invalid={invalid}>
            {places.length === 0 ? 'Choose places' : 'Add a place'}
          </Button>
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content align="start" sideOffset={4} className="z-20 w-72 border border-ink bg-sheet">
            <Command label="Places" loop>
              <Command.Input
                value={search}
                onValueChange={setSearch}
                placeholder="Country, state or group"
                className="w-full border-0! border-b! border-line!"
              />
              <Command.List className="max-h-64 overflow-auto p-1">
                <Command.Empty className="px-2 py-1.5 text-ink2">No place is called so.</Command.Empty>
                <Command.Group heading="Groups">
                  {PLACE_GROUPS.filter((group) => !places.includes(group)).map((group) => (
                    <Place key={group} code={group} name={namedPlacesWords([group])} onSelect={add} />
                  ))}
                </Command.Group>
                <Command.Group heading="Places">
                  {NAMED.filter(({ code }) => !places.includes(code)).map(({ code, name }) => (
                    <Place key={code} code={code} name={name} onSelect={add} />
                  ))}
                </Command.Group>
              </Command.List>
            </Command>
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </div>
  );
}

function Place({ code, name, onSelect }: { code: string; name: string; onSelect(code: string): void }) {
  return (
    <Command.Item
      value={`${name} ${code}`}
      onSelect={() => onSelect(code)}
      className="flex cursor-pointer justify-between px-2 py-1 data-[selected=true]:bg-wash"
    >
      {name}
      {code.length < 7 && <span className="mono text-ink2">{code}</span>}
    </Command.Item>
  );
}
