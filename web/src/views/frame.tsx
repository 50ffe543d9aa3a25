import { useQuery } from '@tanstack/react-query';
import { LogOut, Moon, Search } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { Link, Outlet, useMatch } from 'react-router';
import { useLiveChanges } from '../api/live';
import * as queries from '../api/queries';
import { useSession } from '../api/session';
import { useKeys } from '../ui/keys';
import { switchTheme } from '../ui/theme';
import { Wordmark } from '../ui/wordmark';
import { Palette } from './palette';

/** What stands around every screen: name, search, person; the palette and the list of keys. */
export function Frame() {
  const { person, signOut } = useSession();
  const [palette, setPalette] = useState(false);
  const [keys, setKeys] = useState(false);
  useLiveChanges();
  useKeys({ '?': () => setKeys(true), '.': () => setPalette(true) });
  const siteId = useMatch('/sites/:siteId/*')?.params.siteId;
  const { data: site } = useQuery({ ...queries.site(siteId ?? ''), enabled: siteId !== undefined && siteId !== 'new' });

  return (
    <div
      className="flex min-h-screen flex-col"
      style={{ '--frame-height': site ? '82px' : '44px' } as React.CSSProperties}
    >
      <header className="sticky top-0 z-20 flex h-11 items-center gap-4 bg-head px-5 text-on-head">
        <Link to="/" className="text-on-head no-underline" aria-label="Douane, to the board">
          <Wordmark />
        </Link>
        <span className="truncate font-semibold">{site ? site.name : person?.organisation}</span>
        {site && <span className="mono hidden truncate opacity-75 md:inline">{new URL(site.address).host}</span>}
        <button
          type="button"
          onClick={() => setPalette(true)}
          className="ml-auto flex h-7 w-56 items-center gap-2 rounded-sm border border-on-head/40 px-2 text-on-head/80 hover:text-on-head"
        >
          <Search size={13} aria-hidden="true" />
          Go to or do
          <kbd className="ml-auto">.</kbd>
        </button>
        <button type="button" onClick={switchTheme} aria-label="Light or dark" className="p-1">
          <Moon size={15} aria-hidden="true" />
        </button>
        <span className="hidden font-semibold whitespace-nowrap md:inline">{person?.name}</span>
        <button type="button" onClick={() => void signOut()} aria-label="Sign out" title="Sign out" className="p-1">
          <LogOut size={15} aria-hidden="true" />
        </button>
      </header>
      <Outlet />
      <Palette open={palette} onOpenChange={setPalette} site={site} />
      <KeyList open={keys} onOpenChange={setKeys} />
    </div>
  );
}

const KEYS: [string, string][] = [
  ['j k or arrows', 'move through a list'],
  ['enter', 'open'],
  ['1 to 9', 'rule the selected item for that purpose'],
  ['y', 'rule it as suggested'],
  ['Y', 'rule all open ones so that have the same suggestion'],
  ['x', 'mark it, to rule several at once'],
  ['J K', 'move and mark'],
  ['s', 'mark the open ones like it'],
  ['a', 'mark all open ones in the list, or none'],
  ['m', 'rule more like the last one the same'],
  ['u', 'undo the last ruling'],
  ['o', 'only open items, or all'],
  ['/', 'search the list'],
  ['r', 'run: scan, look or check'],
  ['.', 'go to or do anything'],
  ['?', 'this list'],
];

function KeyList({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-head/50" />
        <Dialog.Content
          className="fixed top-20 left-1/2 z-40 w-[380px] -translate-x-1/2 border border-ink bg-sheet p-5"
          aria-describedby={undefined}
        >
          <Dialog.Title className="mb-3 text-[15px] font-bold">Keys</Dialog.Title>
          <dl className="grid grid-cols-[max-content_1fr] gap-x-4 gap-y-1.5">
            {KEYS.map(([key, does]) => (
              <div key={key} className="contents">
                <dt>
                  <kbd>{key}</kbd>
                </dt>
                <dd>{does}</dd>
              </div>
            ))}
          </dl>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
