import { useQuery } from '@tanstack/react-query';
import * as queries from '../../api/queries';
import { useSite } from '../site-frame';
import { StationLinks } from '../station-links';

/** The places of the classify station. */
export function ClassifyLinks() {
  const site = useSite();
  const { data } = useQuery(queries.siteDifferences());
  const differ = data?.differences.filter((one) => one.on.some((side) => side.siteId === site.id)).length ?? 0;
  return (
    <StationLinks
      station="classify"
      places={[
        ['', 'Desk'],
        ['services', 'Services'],
        ['purposes', 'Purposes'],
        ['house-rules', 'House rules'],
        ['known', 'What is known'],
        ['across-sites', 'Across sites', differ],
        ['files', 'Import and export'],
      ]}
    />
  );
}
