import { CHOICE_OVER, type ChoiceOver } from '@douane/core/consent';
import { type PlaceRule, parsePlace, resolveRegime } from '@douane/core/regimes';
import { ruleFor } from '@douane/core/regimes/decide';
import { type AskedFor, DEFAULT_ASKS_AGAIN } from '@douane/core/release';
import { ASKED_FOR, type Banner, rulesOf, type Setup } from '@douane/core/setup';
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
  policy: 'The policy is another, or had a major change',
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
      <Addresses />
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

const OVER: Record<ChoiceOver, [title: string, what: string]> = {
  address: ['each address has its own', 'nobody else can read or write it'],
  domain: [
    'all hosts of a domain share it',
    'by a cookie of the domain, which its other hosts can read and write, too',
  ],
  all: [
    'all addresses share it',
    'by a page of ours as well, as far as the browser lets it: one that parts what third parties keep asks on each domain',
  ],
};

/** Where the site is met, and over how much of that one answer holds. */
function Addresses() {
  const { setup, editor } = useBanner();
  const { addresses, staging, choiceOver = 'address' } = setup.site;
  const change = (part: Partial<Setup['site']>) => editor.change((s) => ({ ...s, site: { ...s.site, ...part } }));
  const lines = (name: 'addresses' | 'staging') => ({
    rows: 2,
    lines: setup.site[name],
    problem: editor.problemOf(`site.${name}`),
    problemOfLine: (i: number) => editor.problemOf(`site.${name}[${i}]`),
    onChange: (value: string[]) => change({ [name]: value }),
  });
  return (
    <Section title="Addresses">
      <LinesField
        label="Where choices count, one a line"
        hint="Such as https://www.example.org."
        {...lines('addresses')}
      />
      <LinesField
        label="On staging"
        hint="Visitors are asked like everywhere; their records are tests and never counted."
        {...lines('staging')}
      />
      {addresses.length + staging.length > 1 && (
        <fieldset className="mt-3">
          <legend className="mb-1">A visitor’s choice</legend>
          {CHOICE_OVER.map((over) => (
            <label key={over} className="flex min-h-6 items-baseline gap-2">
              <input
                type="radio"
                name="choice-over"
                checked={choiceOver === over}
                onChange={() => change({ choiceOver: over })}
              />
              <span>
                <b>{OVER[over][0]}</b>: {OVER[over][1]}
              </span>
            </label>
          ))}
        </fieldset>
      )}
    </Section>
  );
}
