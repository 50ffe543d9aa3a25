import { useQuery } from '@tanstack/react-query';
import * as queries from '../../api/queries';
import { useSite } from '../site-frame';
import { StationLinks } from '../station-links';

/** The places of the scan station. */
export function ScanLinks() {
  const site = useSite();
  const { data } = useQuery(queries.alarms(site.id));
  const unseen = data?.alarms.filter((alarm) => !alarm.seenAt).length ?? 0;
  return (
    <StationLinks
      station="scan"
      places={[
        ['', 'Scans'],
        ['setup', 'Set-up'],
        ['compare', 'Before and now'],
        ['visitors', 'Met by visitors'],
        ['alarms', 'Alarms', unseen],
      ]}
    />
  );
}
