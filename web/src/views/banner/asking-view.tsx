import { type PlaceRule, parsePlace, resolveRegime } from '@douane/core/regimes';
import { ruleFor } from '@douane/core/regimes/decide';
import { type AskedFor, DEFAULT_ASKS_AGAIN } from '@douane/core/release';
import { ASKED_FOR, type Banner, rulesOf } from '@douane/core/setup';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { SelectRow } from '../../ui/fields';
import { Section } from '../../ui/parts';
import { today } from '../../ui/words';
import { LinesField } from './lines-field';
import { Pausing } from './pausing';
import { useBanner } from './use-banner';

type Asking = NonNullable<Banner['asking']>;
type Whom = NonNullable<NonNullable<Asking['again']>[AskedFor]>;

const WHEN: Record<AskedFor, string> = {
  purpose: 'A purpose is new',
  service: 'A service is new',
  policy: 'The policy is another',
};
const WHOM: Record<Whom, string> = {
  everyone: 'everyone who chose',
  accepters: 'who had said yes',
  nobody: 'nobody',
};

/** When visitors are asked, when again, and where not. */
export function AskingView() {
  const { banner, set, problemOf } = useBanner();
  const { asking = {} } = banner;
  const change = (part: Partial<Asking>) => {
    const next = Object.entries({ ...asking, ...part }).filter(([, value]) => value !== undefined);
    set({ asking: next.length > 0 ? (Object.fromEntries(next) as Asking) : undefined });
  };
  return (
    <>
      <Section title="Asked again">
        <p className="mb-2 text-ink2">
          With the release that brings it. A yes from before counts no more then; a no stands until it is answered anew,
          and nobody who said no is asked sooner than the law lets him be.
        </p>
        {ASKED_FOR.map((what) => (
          <SelectRow
            key={what}
            label={WHEN[what]}
            value={asking.again?.[what] ?? DEFAULT_ASKS_AGAIN[what]}
            options={WHOM}
            hint={
              what === 'service' && asking.again?.service === 'nobody'
                ? 'A yes names those whom it is given to (GDPR art. 4(11)): leave it so only where they all act for you.'
                : undefined
            }
            onChange={(whom) => change({ again: { ...asking.again, [what]: whom } })}
          />
        ))}
        <p className="text-ink2">
          To ask again without any of that: <Link to="../publish">with the next release</Link>.
        </p>
      </Section>
      <Durations />
      <Section title="Pages on which it does not come by itself">
        <LinesField
          label="Paths, one a line"
          hint="Such as /privacy or /help/*. What needs a yes stays held there, and the choices button shows."
          rows={3}
          lines={asking.notOn ?? []}
          problem={problemOf('asking.notOn')}
          problemOfLine={(i) => problemOf(`asking.notOn[${i}]`)}
          onChange={(notOn) => change({ notOn: notOn.length > 0 ? notOn : undefined })}
        />
      </Section>
      <Staging />
      <Pausing />
    </>
  );
}

/** How long answers stand, by law, as the regions have it. */
function Durations() {
  const { setup } = useBanner();
  const rows = useMemo(() => {
    const on = today();
    const table = rulesOf(setup, on);
    return setup.regions.regimes.map((id) => {
      const regime = resolveRegime(id, on);
      return { id, name: regime.name, rule: ruleFor(parsePlace(regime.territory[0] ?? ''), table) };
    });
  }, [setup]);
  return (
    <Section title="After a time">
      <table className="w-full text-left">
        <thead>
          <tr className="border-b border-line">
            {['Law', 'A yes stands', 'A no stands', 'Not asked before'].map((head) => (
              <th key={head} scope="col" className="caps py-1 pr-2">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ id, name, rule }) => (
            <tr key={id} className="border-b border-line align-top">
              <td className="py-1 pr-2">{name}</td>
              {durationsOf(rule).map(([what, words]) => (
                <td key={what} className="py-1 pr-2 text-ink2">
                  {words}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1">
        <Link to="../../regions">Change it for a law</Link>
      </p>
    </Section>
  );
}

function durationsOf(rule: PlaceRule): [string, string][] {
  const days = (value: number | null, without: string) => (value === null ? without : `${value} days`);
  if (!Object.values(rule.modes).includes('opt-in'))
    return [
      ['yes', 'not asked'],
      ['no', 'until taken back'],
      ['again', days(rule.askAgainDays, '—')],
    ];
  return [
    ['yes', days(rule.yesDays, 'no end')],
    ['no', days(rule.refusalDays, 'no end')],
    ['again', days(rule.askAgainDays, 'no time set')],
  ];
}

/** Where the banner is met by those who build the site. */
function Staging() {
  const { setup } = useBanner();
  const { staging } = setup.site;
  return (
    <Section title="On staging">
      <p className="text-ink2">
        {staging.length > 0
          ? `On ${staging.join(', ')} visitors are asked like everywhere; their records are tests and never counted.`
          : 'No staging address is named: choices are recorded on the site’s own addresses only.'}{' '}
        <Link to="../../scan/setup">Addresses</Link>
      </p>
    </Section>
  );
}
