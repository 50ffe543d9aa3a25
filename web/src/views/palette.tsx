import type { SiteSummary } from '@douane/api';
import { STATIONS } from '@douane/core/board';
import { useQuery } from '@tanstack/react-query';
import { Command } from 'cmdk';
import { useNavigate } from 'react-router';
import { call } from '../api/client';
import * as queries from '../api/queries';
import { switchTheme } from '../ui/theme';
import { STATION_NAMES } from './stations';

interface Props {
  open: boolean;
  onOpenChange(open: boolean): void;
  site: SiteSummary | undefined;
}

const PLACES = [
  ['scan/setup', 'Set-up of the scan: pages, schedule, login'],
  ['scan/compare', 'Before and now: two scans compared'],
  ['scan/alarms', 'Alarms, and who is told'],
  ['check/compare', 'Before and now: two checks compared'],
  ['scan/visitors', 'Met by visitors, seen by no scan'],
  ['classify/services', 'Services: providers, merge and split'],
  ['classify/purposes', 'Purposes: names, texts, order'],
  ['classify/house-rules', 'House rules: settled once for all items alike'],
  ['classify/known', 'What is known: catalogue, heuristics, bar'],
  ['classify/across-sites', 'Across sites: the same thing ruled differently'],
  ['classify/files', 'Import and export of rulings and catalogue'],
  ['regions/laws', 'Laws: what each says, and where'],
] as const;

/** Reaches every site, station and deed by typing. */
export function Palette({ open, onOpenChange, site }: Props) {
  const navigate = useNavigate();
  const { data } = useQuery({ ...queries.board(), enabled: open });
  const then = (act: () => void) => () => {
    onOpenChange(false);
    act();
  };
  const start = (id: string, kind: string) => {
    // The station shows what became of it.
    void call('POST', `/sites/${id}/${kind}s`, {}).finally(() => void navigate(`/sites/${id}/${kind}`));
  };
  const row = 'flex cursor-pointer px-4 py-1.5 data-[selected=true]:bg-wash';
  return (
    <Command.Dialog
      open={open}
      onOpenChange={onOpenChange}
      label="Go to or do"
      overlayClassName="fixed inset-0 z-30 bg-head/50"
      contentClassName="fixed top-20 left-1/2 z-40 w-[min(520px,calc(100vw-32px))] -translate-x-1/2 border border-ink bg-sheet"
    >
      <Command.Input
        placeholder="A site, a station, or what to do"
        className="w-full border-0 border-b border-line px-4 py-3 text-[15px]"
      />
      <Command.List className="max-h-[50vh] overflow-auto pb-2">
        <Command.Empty className="px-4 py-3 text-ink2">Nothing by that name.</Command.Empty>
        {site && (
          <Command.Group heading={<span className="caps block px-4 pt-3 pb-1">{site.name}</span>}>
            {STATIONS.map((station) => (
              <Command.Item
                key={station}
                className={row}
                onSelect={then(() => void navigate(`/sites/${site.id}/${station}`))}
              >
                {STATION_NAMES[station]}
              </Command.Item>
            ))}
            {PLACES.map(([path, name]) => (
              <Command.Item
                key={path}
                className={row}
                onSelect={then(() => void navigate(`/sites/${site.id}/${path}`))}
              >
                {name}
              </Command.Item>
            ))}
            <Command.Item className={row} onSelect={then(() => start(site.id, 'scan'))}>
              Scan now
            </Command.Item>
            <Command.Item className={row} onSelect={then(() => start(site.id, 'check'))}>
              Check now
            </Command.Item>
          </Command.Group>
        )}
        <Command.Group heading={<span className="caps block px-4 pt-3 pb-1">Sites</span>}>
          {data?.sites.map((other) => (
            <Command.Item
              key={other.id}
              className={row}
              onSelect={then(() => void navigate(`/sites/${other.id}/${other.next.station}`))}
            >
              {other.name}
              <span className="mono ml-auto text-ink2">{new URL(other.address).host}</span>
            </Command.Item>
          ))}
          <Command.Item className={row} onSelect={then(() => void navigate('/sites/new'))}>
            Take on a site
          </Command.Item>
          <Command.Item className={row} onSelect={then(() => void navigate('/'))}>
            Board
          </Command.Item>
          <Command.Item className={row} onSelect={then(switchTheme)}>
            Light or dark
          </Command.Item>
        </Command.Group>
      </Command.List>
    </Command.Dialog>
  );
}
