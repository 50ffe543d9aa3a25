import type { AgreementOverview } from '@douane/api';
import { AUDIENCES, type Audience } from '@douane/core/policy';
import { plural } from '@douane/core/words';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { call, fieldsAtFault } from '../../api/client';
import * as queries from '../../api/queries';
import { NumberRow, TickRow } from '../../ui/fields';
import { Button, Code, Empty, Finding, ListAndDocket, NoMail, Section, Trouble } from '../../ui/parts';
import { useSite } from '../site-frame';
import { OnePerson } from './one-person';
import { PoliciesLinks } from './policies-links';
import { SharesOverTime } from './shares-over-time';
import { STANDING_WORDS, STANDINGS } from './standing-words';

/** Who with an account agreed to what: shares, one person by the site's reference, and how a site asks. */
export function AgreementsView() {
  const site = useSite();
  const { data, error } = useQuery(queries.agreements(site.id));
  if (!data) return <Trouble error={error} />;
  const { persons, shares, records } = data;
  const waiting = shares
    .filter(({ must }) => must)
    .reduce((sum, { standings }) => sum + standings.pending + standings.guardian, 0);
  return (
    <ListAndDocket
      docket={
        <>
          <OnePerson />
          <HowItAsks overview={data} />
        </>
      }
    >
      <PoliciesLinks />
      <Finding
        title={
          persons === 0
            ? 'Nobody was asked yet'
            : waiting === 0
              ? 'Everybody has answered what they must'
              : `${plural(waiting, 'answer')} that must be given ${waiting === 1 ? 'is' : 'are'} missing`
        }
      >
        {persons > 0 &&
          `${plural(persons, 'person', 'persons')} asked about, ${plural(records, 'answer')} in the ledger`}
        {records > 0 && <Ledger />}
        {persons === 0 && 'Which policies accounts are asked to agree to is set at each policy.'}
      </Finding>
      {shares.length > 0 && (
        <table className="mb-4 w-full border-t border-ink bg-sheet">
          <thead>
            <tr>
              {['Policy', 'Asked of', ...STANDINGS.map((one) => STANDING_WORDS[one])].map((head) => (
                <th key={head} className="px-3 py-1.5 text-left">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {shares.map(({ policy, title, version, audience, must, standings }) => {
              const all = Object.values(standings).reduce((sum, n) => sum + n, 0);
              const share = (n: number) => `${n} (${Math.round((100 * n) / all)} %)`;
              return (
                <tr key={policy} className="border-b border-line">
                  <td className="px-3 py-1.5">
                    {title}, v{version}
                  </td>
                  <td className="px-3 py-1.5">
                    {AUDIENCES[audience as Audience]}, {must ? 'must' : 'may'}
                  </td>
                  {STANDINGS.map((one) => (
                    <td key={one} className="px-3 py-1.5">
                      {share(standings[one])}
                    </td>
                  ))}
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {shares.length > 0 && <SharesOverTime shares={shares} />}
      {persons === 0 && <Empty>A site asks when somebody signs in; what it needs for that is below.</Empty>}
      <Section title="How a site asks">
        <p className="mb-2 text-ink2">
          From its own server, with a token made at{' '}
          <Link to={`/sites/${site.id}/check/pipeline`}>Check, From a pipeline</Link>. Where something is asked, send
          the person to <span className="mono">screen</span>, or show it yourself and tell us the answer.
        </p>
        <Code
          text={`import { agreements } from 'douane';

const asked = agreements({ server: '${location.origin}', site: '${site.key}', token: process.env.DOUANE_TOKEN });
const { waits, screen } = await asked.standing({ person: account.id, to: '${site.address}' });
if (waits) redirect(screen);`}
        />
      </Section>
    </ListAndDocket>
  );
}

/** Whether the ledger holds; a long one takes a while to be looked through. */
function Ledger() {
  const { data, error } = useQuery(queries.agreementLedger(useSite().id));
  if (error) return ', which could not be looked through.';
  if (!data) return ', which is being looked through.';
  if (data.brokenAt === null) return ', which holds.';
  return <b className="text-slipped">, which is broken at record {data.brokenAt}.</b>;
}

function HowItAsks({ overview: { settings, canMail } }: { overview: AgreementOverview }) {
  const site = useSite();
  const client = useQueryClient();
  const [next, setNext] = useState(settings);
  const save = useMutation({
    mutationFn: () => call('PUT', `/sites/${site.id}/agreements/settings`, next),
    onSuccess: () => client.invalidateQueries({ queryKey: ['agreements', site.id] }),
  });
  const problems = fieldsAtFault(save.error);
  const problemOf = (field: string) => problems.find(({ path }) => path === field)?.message;
  const { reminders, asksAge } = next;
  const dirty = JSON.stringify(next) !== JSON.stringify(settings);
  return (
    <Section title="How accounts are asked">
      <TickRow
        label="Our screen asks for age and country of residence where the site told no age"
        checked={asksAge}
        onChange={(asks) => setNext({ ...next, asksAge: asks })}
      />
      <p className="mt-1 mb-2 text-ink2">
        Whoever is too young there to agree alone needs a parent or guardian first. The age itself is not kept.
      </p>
      <h3 className="caps">Reminders by mail</h3>
      <p className="mb-1 text-ink2">
        Of what must be answered, to those whose address the site gave. It is forgotten after.
      </p>
      <NoMail canMail={canMail} />
      <NumberRow
        label="Every"
        unit="days"
        value={reminders.days}
        problem={problemOf('reminders.days')}
        onChange={(days) => setNext({ ...next, reminders: { ...reminders, days } })}
      />
      <NumberRow
        label="At most"
        unit="times"
        value={reminders.most}
        problem={problemOf('reminders.most')}
        onChange={(most) => setNext({ ...next, reminders: { ...reminders, most } })}
      />
      {problems.length === 0 && <Trouble error={save.error} />}
      {dirty && (
        <Button disabled={save.isPending} onClick={() => save.mutate()}>
          Keep
        </Button>
      )}
    </Section>
  );
}
