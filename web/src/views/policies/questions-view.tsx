import type { PolicyList } from '@douane/api';
import { placeLabel } from '@douane/core/places';
import {
  ADEQUATE,
  type Answers,
  lintPolicy,
  missingUses,
  newPolicyDraft,
  SAFEGUARDS,
  type Safeguard,
  staleUses,
  transfersOf,
} from '@douane/core/policy';
import { plural } from '@douane/core/words';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo } from 'react';
import { useLocation } from 'react-router';
import { call, fieldsAtFault } from '../../api/client';
import { SelectRow, TickRow } from '../../ui/fields';
import { Ago, Button, Facts, FieldProblems, Finding, ListAndDocket, Part, Section, Trouble } from '../../ui/parts';
import { useSite } from '../site-frame';
import { useUnsaved } from '../use-unsaved';
import { FindingList } from './finding-list';
import { PoliciesLinks } from './policies-links';
import { Field, Long, PartyFields } from './question-fields';
import { RecipientFields } from './recipient-fields';
import { useAnswers } from './use-answers';
import { UseFields } from './use-fields';
import { usePolicies } from './use-policies';

/** What no scan can know, asked once for all policies of the site. */
export function QuestionsView() {
  const { data, error } = usePolicies(useSite().id);
  if (!data) return <Trouble error={error} />;
  return <Questions list={data} />;
}

function Questions({ list }: { list: PolicyList }) {
  const { id: siteId } = useSite();
  const client = useQueryClient();
  const { answers, setAnswers, edited, taken, revision, revert, saved } = useAnswers(list);
  const fresh = list.revision === 0;
  const dirty = fresh || edited;
  useUnsaved(edited);
  const { hash } = useLocation();
  useEffect(() => {
    if (hash) document.getElementById(hash.slice(1))?.scrollIntoView();
  }, [hash]);
  const save = useMutation({
    mutationFn: (sent: Answers) =>
      call<{ revision: number }>('PUT', `/sites/${siteId}/policy-answers`, { revision, answers: sent }),
    onSuccess: async (_, sent) => {
      await client.invalidateQueries({ queryKey: ['policies', siteId] });
      saved(sent);
    },
    // Somebody may have answered before us.
    onError: () => client.invalidateQueries({ queryKey: ['policies', siteId] }),
  });
  const set = (change: Partial<Answers>) => setAnswers({ ...answers, ...change });
  const problems = fieldsAtFault(save.error);
  const problemOf = (path: string) => problems.find((one) => one.path === `answers.${path}`)?.message;
  const findings = useMemo(() => {
    const from = { kind: 'privacy', audience: 'visitors', setup: list.setup, answers, on: list.on } as const;
    const draft = newPolicyDraft(from, list.setup.banner.defaultLanguage);
    const all = lintPolicy({ draft, from, proposed: list.proposed, slipped: [] });
    return all.filter(({ mend }) => mend && 'answer' in mend);
  }, [answers, list]);
  const missing = missingUses(answers, list.proposed);
  const stale = staleUses(answers, list.proposed);
  const transfers = transfersOf(list.setup.services, answers);
  const { controller, children, automated, sale } = answers;
  return (
    <ListAndDocket
      docket={
        <>
          <h2>{findings.length === 0 ? 'Everything is answered' : `${plural(findings.length, 'answer')} missing`}</h2>
          <div className="mt-2">
            <FindingList findings={findings} />
          </div>
          <Section title="Answered">
            <Facts
              of={[
                ['Last', list.answered ? <Ago key="at" at={list.answered.at} /> : 'never; these are proposals'],
                ['By', list.answered?.person],
              ]}
            />
            <p className="mt-2 text-ink2">
              Texts do not change by themselves: each offers to be written anew, and keeps what was changed by hand.
            </p>
          </Section>
        </>
      }
    >
      <PoliciesLinks />
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          save.mutate(answers);
        }}
      >
        <Finding
          title="What the policies are written from"
          acts={
            <div className="flex items-center gap-2" role="status">
              <Button type="submit" kind={dirty ? 'act' : 'plain'} disabled={!dirty || save.isPending}>
                {save.isPending ? 'Keeping' : dirty ? 'Keep these answers' : 'Kept'}
              </Button>
              {edited && (
                <Button kind="quiet" onClick={revert}>
                  Take back
                </Button>
              )}
            </div>
          }
        >
          {fresh
            ? 'Nobody has answered yet. What stands here is proposed from the inventory and the laws of the site.'
            : 'Asked once, for every policy of the site.'}
        </Finding>
        {taken && (
          <p role="status" className="mb-2 border-l-4 border-held bg-sheet px-3 py-2">
            Somebody else answered meanwhile, and that is in here now.
            {taken.length > 0 && ` What you typed stands in ${taken.join(', ')}.`}
          </p>
        )}
        <FieldProblems of={problems} />
        {problems.length === 0 && <Trouble error={save.error} />}

        <Part title="Who is responsible" id="controller">
          <div className="grid gap-x-6 md:grid-cols-2">
            <Field
              label="Name"
              value={controller.name}
              onChange={(name) => set({ controller: { ...controller, name } })}
            />
            <Field
              label="E-mail"
              type="email"
              value={controller.email}
              problem={problemOf('controller.email')}
              onChange={(email) => set({ controller: { ...controller, email } })}
            />
            <Long
              label="Postal address"
              value={controller.address}
              onChange={(address) => set({ controller: { ...controller, address } })}
            />
            <div>
              <Field
                label="Telephone"
                value={controller.phone}
                onChange={(phone) => set({ controller: { ...controller, phone } })}
              />
              <Field
                label="Represented by"
                value={controller.representedBy}
                onChange={(representedBy) => set({ controller: { ...controller, representedBy } })}
              />
            </div>
            <Field
              label="Register and number"
              value={controller.register}
              onChange={(register) => set({ controller: { ...controller, register } })}
            />
            <Field
              label="VAT number"
              value={controller.vat}
              onChange={(vat) => set({ controller: { ...controller, vat } })}
            />
          </div>
          <PartyFields
            label="There is a data protection officer"
            party={answers.officer}
            problem={problemOf('officer.email')}
            onChange={(officer) => set({ officer })}
          />
          <PartyFields
            label="There is a representative in the European Union (GDPR Art. 27)"
            party={answers.representative}
            problem={problemOf('representative.email')}
            onChange={(representative) => set({ representative })}
          />
        </Part>

        <Part title="What is used, for what, and why it may" id="uses">
          {missing.length > 0 && (
            <p className="mb-2 border-l-4 border-held bg-sheet px-3 py-2">
              In the inventory and not told here: {missing.map(({ why }) => why).join(', ')}.{' '}
              <Button
                kind="quiet"
                className="min-h-6! py-0!"
                onClick={() => set({ uses: [...answers.uses, ...missing] })}
              >
                Take in
              </Button>
            </p>
          )}
          {stale.length > 0 && (
            <p className="mb-2 border-l-4 border-held bg-sheet px-3 py-2">
              Told here, and nothing in the inventory for it any more: {stale.map(({ what }) => what).join(', ')}.
            </p>
          )}
          <UseFields
            uses={answers.uses}
            purposes={list.setup.purposes}
            onChange={(uses) => set({ uses })}
            problemOf={(path) => problemOf(`uses.${path}`)}
          />
        </Part>

        <Part title="Who else receives data" id="recipients">
          <p className="mb-2 text-ink2">
            {list.setup.services.length > 0
              ? `${plural(list.setup.services.length, 'service')} of the inventory ${list.setup.services.length === 1 ? 'is' : 'are'} told already. Here come those that no scan can see: hosting, post, payment.`
              : 'Those that no scan can see: hosting, post, payment.'}
          </p>
          <RecipientFields
            recipients={answers.recipients}
            onChange={(recipients) => set({ recipients })}
            problemOf={(path) => problemOf(`recipients.${path}`)}
          />
        </Part>

        <Part title="Data that leaves the European Economic Area" id="transfers">
          {transfers.length === 0 && (
            <p className="text-ink2">None, by the countries that are known of services and recipients.</p>
          )}
          {transfers.map(({ id, name, country, safeguard }) => {
            const label = `${name}, ${placeLabel(country)}`;
            if (answers.recipients.some((one) => one.id === id))
              return (
                <p key={id} className="mb-1.5">
                  {label}: {safeguard ? SAFEGUARDS[safeguard] : 'not answered, see above'}
                </p>
              );
            const byCountry = ADEQUATE.includes(country);
            return (
              <SelectRow<Safeguard | ''>
                key={id}
                label={label}
                value={answers.safeguards[id] ?? ''}
                options={{ '': byCountry ? `${SAFEGUARDS.adequacy}, by its country` : 'not answered', ...SAFEGUARDS }}
                onChange={(said) => {
                  const { [id]: _old, ...others } = answers.safeguards;
                  set({ safeguards: said ? { ...others, [id]: said } : others });
                }}
              />
            );
          })}
        </Part>

        <Part title="Rights and complaints" id="rights">
          <p className="mb-2 text-ink2">Which rights there are the laws of the site say.</p>
          <div className="grid gap-x-6 md:grid-cols-2">
            <Field
              label="Page on which they are used; none: by e-mail"
              value={answers.rightsUrl}
              problem={problemOf('rightsUrl')}
              onChange={(rightsUrl) => set({ rightsUrl })}
            />
            <Field
              label="Supervisory authority; none: those of the laws"
              value={answers.authority.name}
              onChange={(name) => set({ authority: { ...answers.authority, name } })}
            />
          </div>
        </Part>

        <Part title="Children" id="children">
          <TickRow
            label="The site is made for children, or also for them"
            checked={children.directed}
            onChange={(directed) => set({ children: { ...children, directed } })}
          />
          {children.directed && (
            <Long
              label="How a parent’s or guardian’s consent is asked for"
              value={children.means}
              onChange={(means) => set({ children: { ...children, means } })}
            />
          )}
        </Part>

        <Part title="Automated decisions" id="automated">
          <TickRow
            label="Some decisions about persons are made by automated means alone"
            checked={automated.used}
            onChange={(used) => set({ automated: { ...automated, used } })}
          />
          {automated.used && (
            <div className="grid gap-x-6 md:grid-cols-2">
              <Long
                label="By what logic"
                value={automated.logic}
                onChange={(logic) => set({ automated: { ...automated, logic } })}
              />
              <Long
                label="What follows from them for the person"
                value={automated.effect}
                onChange={(effect) => set({ automated: { ...automated, effect } })}
              />
            </div>
          )}
        </Part>

        <Part title="Sale and sharing, as US state laws use the words" id="sale">
          <TickRow
            label="Personal information is sold"
            checked={sale.sells}
            onChange={(sells) => set({ sale: { ...sale, sells } })}
          />
          <TickRow
            label="It is shared for advertising across sites"
            checked={sale.shares}
            onChange={(shares) => set({ sale: { ...sale, shares } })}
          />
          <Long
            label="Financial incentives for giving data; none: leave empty"
            value={sale.incentives}
            onChange={(incentives) => set({ sale: { ...sale, incentives } })}
          />
        </Part>
      </form>
    </ListAndDocket>
  );
}
