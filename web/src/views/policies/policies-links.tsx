import type { PolicyHead } from '@douane/api';
import { StationLinks } from '../station-links';

/** The places of the policies station; those of one policy, where one is open. */
export function PoliciesLinks({ open }: { open?: Pick<PolicyHead, 'id' | 'title'> }) {
  return (
    <StationLinks
      station="policies"
      places={[
        ['', 'All policies'],
        ['questions', 'Questions'],
        ['forms', 'Forms'],
        ['agreements', 'Agreements'],
        ...(open
          ? ([
              [open.id, open.title],
              [`${open.id}/languages`, 'Languages'],
              [`${open.id}/versions`, 'Versions'],
            ] satisfies [string, string][])
          : []),
      ]}
    />
  );
}
