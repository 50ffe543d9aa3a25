import { StationLinks } from '../station-links';

/** The places of the regions station. */
export function RegionsLinks() {
  return (
    <StationLinks
      station="regions"
      places={[
        ['', 'Rules'],
        ['map', 'Map'],
        ['document', 'Who is asked what'],
        ['applies', 'Which laws bind us'],
        ['laws', 'Laws'],
      ]}
    />
  );
}
