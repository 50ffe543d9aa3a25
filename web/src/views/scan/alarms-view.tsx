import type { Alarm } from '@douane/api';
import { alarmKind, alarmSource, alarmWords } from '@douane/core/scan';
import { plural } from '@douane/core/words';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { call } from '../../api/client';
import * as queries from '../../api/queries';
import { Mark } from '../../ui/mark';
import { Ago, Button, Empty, Finding, ListAndDocket, Trouble } from '../../ui/parts';
import { pathOf } from '../../ui/words';
import { useSite } from '../site-frame';
import { NoticesForm } from './notices-form';
import { ScanLinks } from './scan-links';

/** What scans found that the ones before did not, what visitors met, where the gate was lost; and who was told. */
export function AlarmsView() {
  const site = useSite();
  const client = useQueryClient();
  const { data, error } = useQuery(queries.alarms(site.id));
  const seen = useMutation({
    mutationFn: (id: string) => call('POST', `/alarms/${id}/seen`),
    onSuccess: () => client.invalidateQueries({ queryKey: ['alarms', site.id] }),
  });
  const alarms = data?.alarms ?? [];
  const unseen = alarms.filter((alarm) => !alarm.seenAt).length;
  return (
    <ListAndDocket docket={<NoticesForm siteId={site.id} />}>
      <ScanLinks />
      <Finding
        title={
          alarms.length === 0
            ? 'No alarm so far'
            : unseen === 0
              ? 'Every alarm has been seen'
              : `${plural(unseen, 'alarm')} nobody has seen yet`
        }
      >
        A scan that finds what the one before did not raises an alarm, and so do visitors who meet what no scan has
        seen, a page that no longer carries the gate, and what slips in a check that did not before.
      </Finding>
      <Trouble error={error ?? seen.error} />
      {data && alarms.length === 0 && (
        <Empty>When a new cookie or third party appears on the site, it will stand here.</Empty>
      )}
      {alarms.map((alarm) => (
        <article key={alarm.id} className="mb-4 border-t border-ink bg-sheet px-3 py-2" aria-label={alarmWords(alarm)}>
          <div className="flex flex-wrap items-start gap-3">
            <div className="min-w-0 flex-1">
              <h2 className="[overflow-wrap:anywhere]">
                <Mark name={alarm.seenAt ? 'nothing' : 'slipped'} /> {alarmWords(alarm)}
              </h2>
              <p className="text-ink2">
                <Ago at={alarm.at} />
                {alarm.seenAt && `, seen by ${alarm.seenBy ?? 'somebody'}`} · <WhereItIs of={alarm} siteId={site.id} />
              </p>
            </div>
            {!alarm.seenAt && (
              <Button onClick={() => seen.mutate(alarm.id)} disabled={seen.isPending}>
                Mark as seen
              </Button>
            )}
          </div>
          <ul className="mt-2">
            {alarm.items.slice(0, 20).map((item) => (
              <li
                key={`${item.kind} ${item.host} ${item.name} ${item.page}`}
                className="flex gap-3 border-t border-line py-1"
              >
                <span className="mono w-40 truncate" title={item.name}>
                  {item.name}
                </span>
                <span className="w-28 shrink-0">{alarmKind(item.kind)}</span>
                <span className="mono min-w-0 flex-1 truncate">{item.host}</span>
                <span className="mono min-w-0 truncate text-ink2">{pathOf(item.page)}</span>
              </li>
            ))}
          </ul>
          {alarm.count > 20 && <p className="text-ink2">and {alarm.count - Math.min(20, alarm.items.length)} more</p>}
          <Deliveries of={alarm.deliveries} />
        </article>
      ))}
    </ListAndDocket>
  );
}

function WhereItIs({ of: alarm, siteId }: { of: Alarm; siteId: string }) {
  switch (alarmSource(alarm)) {
    case 'scan':
      return (
        <Link to={`/sites/${siteId}/scan/compare/${alarm.beforeRunId}/${alarm.runId}`}>compare the two scans</Link>
      );
    case 'visitors':
      return <Link to={`/sites/${siteId}/scan/visitors`}>see what visitors met</Link>;
    case 'check':
      return <Link to={`/sites/${siteId}/check`}>see the check</Link>;
    case 'look':
      return <Link to={`/sites/${siteId}/install`}>see what each page carries</Link>;
  }
}

function Deliveries({ of }: { of: Alarm['deliveries'] }) {
  if (of.length === 0) return <p className="mt-1 text-ink2">Nobody was told; nobody is set to be.</p>;
  return (
    <ul className="mt-1">
      {of.map(({ id, way, target, state, tries, why, at }) => (
        <li key={id} className="[overflow-wrap:anywhere]">
          <Mark name={state === 'delivered' ? 'in-order' : state === 'failed' ? 'slipped' : 'waits'} />{' '}
          {way === 'mail' ? 'Mail to' : 'Posted to'} <span className="mono">{target}</span>:{' '}
          {state === 'delivered'
            ? 'delivered'
            : state === 'failed'
              ? 'given up'
              : tries > 0
                ? 'will be tried again'
                : 'on its way'}
          {tries > 1 && ` after ${tries} tries`}
          {state !== 'delivered' && why && `, ${why}`}{' '}
          <span className="text-ink2">
            (<Ago at={at} />)
          </span>
        </li>
      ))}
    </ul>
  );
}
