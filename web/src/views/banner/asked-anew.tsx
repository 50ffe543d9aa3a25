import { parsePlace, resolveRegime, ruleFor } from '@douane/core/regimes';
import { type AskedAgain, askedAgain, becauseWords, type Press } from '@douane/core/release';
import { rulesOf, type Setup } from '@douane/core/setup';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { Link } from 'react-router';
import * as queries from '../../api/queries';
import { SelectRow } from '../../ui/fields';
import { Section } from '../../ui/parts';
import { today } from '../../ui/words';
import { useBanner } from './use-banner';

const WHOM: Record<AskedAgain['whom'], string> = {
  everyone: 'Everyone who chose',
  accepters: 'Who said yes',
  refusers: 'Who said no',
  nobody: 'Nobody',
};
const PRESS = { nobody: 'nobody', accepters: 'who said yes', refusers: 'who said no', everyone: 'everyone who chose' };

interface AskedAnewProps {
  /** The newest release, against which things are new. */
  newest: number;
  press: Press;
  onPress(press: Press): void;
}

/** Who of those that have chosen will be asked again with the release that is about to be made, and why. */
export function AskedAnew({ newest, press, onPress }: AskedAnewProps) {
  const { site, setup } = useBanner();
  const { data } = useQuery(queries.releasedSetup(site.id, String(newest)));
  const asked = useMemo(() => (data ? askedAgain(setup, data, null) : []), [setup, data]);
  const nameOf = (id: string) => setup.purposes.find((purpose) => purpose.id === id)?.name ?? id;
  const waits = useMemo(() => lawsThatWait(setup), [setup]);
  const all = setup.purposes.filter(({ necessary }) => !necessary).length;
  return (
    <Section title="Asked again with it">
      <ul>
        {asked.map((one) => (
          <li key={becauseWords(one)} className="border-b border-line py-1">
            {WHOM[one.whom]}
            {one.purposes.length < all && ` to ${one.purposes.map(nameOf).join(', ')}`}: {becauseWords(one)}.
          </li>
        ))}
      </ul>
      <SelectRow
        label={asked.length > 0 ? 'And besides' : 'Though nothing is new'}
        value={press ?? 'nobody'}
        options={PRESS}
        onChange={(whom) => onPress(whom === 'nobody' ? null : whom)}
      />
      {(press === 'refusers' || press === 'everyone') && (
        <ul className="text-ink2">
          {waits.map(([name, days]) => (
            <li key={name}>
              {name}: whoever said no is not asked before {days} days are over.
            </li>
          ))}
          <li>Where no law sets a time, he is asked at his next visit.</li>
        </ul>
      )}
      <p className="mt-1 mb-2">
        <Link to="../asking" relative="path">
          What a change asks
        </Link>
      </p>
    </Section>
  );
}

/** Laws under which whoever said no may not be asked again before some days are over. */
function lawsThatWait(setup: Setup): [name: string, days: number][] {
  const on = today();
  const table = rulesOf(setup, on);
  return setup.regions.regimes.flatMap((id): [string, number][] => {
    const { name, territory } = resolveRegime(id, on);
    const { askAgainDays, modes } = ruleFor(parsePlace(territory[0] ?? ''), table);
    return askAgainDays !== null && Object.values(modes).includes('opt-in') ? [[name, askAgainDays]] : [];
  });
}
