import { StationLinks } from '../station-links';

/** The places of the regions station. */
export function RegionsLinks() {
  return (
    <StationLinks
      station="regions"
      places={[
        ['', 'Treatments'],
        ['laws', 'Laws'],
      ]}
    />
  );
}
