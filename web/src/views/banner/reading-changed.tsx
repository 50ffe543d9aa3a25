import { languageName } from '@douane/core/language/name';
import { changedReading } from '@douane/core/policy';
import { plural } from '@douane/core/words';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import * as queries from '../../api/queries';
import { ChangedLines } from '../../ui/changed-lines';
import { SelectRow } from '../../ui/fields';
import { Section } from '../../ui/parts';
import { today } from '../../ui/words';
import { useBanner } from './use-banner';

/** What policies that are live will say otherwise with the release that is about to be made: nobody has to write it. */
export function ReadingChanged({ newest }: { newest: number }) {
  const { site, setup } = useBanner();
  const { data } = useQuery(queries.releasedSetup(site.id, String(newest)));
  const spoken = setup.banner.languages.filter((tag) => data?.setup.banner.languages.includes(tag));
  const [chosen, choose] = useState(setup.banner.defaultLanguage);
  const language = spoken.includes(chosen) ? chosen : spoken[0];
  const lines = useMemo(
    () => (data && language ? changedReading(data.setup, setup, language, today()) : []),
    [data, setup, language],
  );
  if (!data || !language) return null;
  return (
    <Section title="Read otherwise in policies">
      {lines.length === 0 ? (
        <p className="text-ink2">Lists of what is stored and of rights stay as they are.</p>
      ) : (
        <>
          {spoken.length > 1 && (
            <SelectRow
              label="Language"
              value={language}
              options={Object.fromEntries(spoken.map((tag) => [tag, languageName(tag)]))}
              onChange={choose}
            />
          )}
          <details open={lines.length <= 12}>
            <summary>{plural(lines.length, 'line')}, with no word to be written</summary>
            <ChangedLines lines={lines} />
          </details>
        </>
      )}
    </Section>
  );
}
