import type { AnswerList, KeptAnswer } from '@douane/api';
import { placesWords } from '@douane/core/places';
import {
  type Assessed,
  assessAll,
  type OrganisationFacts,
  regimeById,
  thresholdWords,
  VERDICT_WORDS,
} from '@douane/core/regimes';
import { answerLines } from '@douane/core/setup';
import { plural } from '@douane/core/words';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { type ReactNode, useMemo, useState } from 'react';
import { call, fieldsAtFault } from '../../api/client';
import * as queries from '../../api/queries';
import { Button, Facts, FieldProblems, Finding, ListAndDocket, Section, Time, Trouble } from '../../ui/parts';
import { today } from '../../ui/words';
import { SaveBar } from '../save-bar';
import { useSite } from '../site-frame';
import { useDraft } from '../use-draft';
import { useUnsaved } from '../use-unsaved';
import { PlacePicker, pickedName } from './place-picker';
import { PlaceSelect } from './place-select';
import { RegionsLinks } from './regions-links';
import { serve } from './served-laws';

/** "Does it apply to us?": what the organisation says of itself, and what each law comes to by it. */
export function AppliesView() {
  const { data, error } = useQuery(queries.answers());
  if (!data) return <Trouble error={error} />;
  return <Questionnaire key={data.answers[0]?.id ?? 'none'} kept={data.answers} />;
}

const NOTHING: OrganisationFacts = { established: [], offersTo: [] };

function Questionnaire({ kept }: { kept: readonly KeptAnswer[] }) {
  const client = useQueryClient();
  const [newest] = kept;
  const [facts, setFacts] = useState<OrganisationFacts>(newest?.facts ?? NOTHING);
  const dirty = facts !== (newest?.facts ?? NOTHING) && JSON.stringify(facts) !== JSON.stringify(newest?.facts);
  useUnsaved(dirty);
  const save = useMutation({
    mutationFn: () => call<KeptAnswer>('POST', '/organisation/answers', facts),
    onSuccess: (answer) => client.setQueryData<AnswerList>(queries.answers().queryKey, { answers: [answer, ...kept] }),
  });
  const assessed = useMemo(() => (facts.established.length > 0 ? assessAll(facts, today()) : []), [facts]);
  const binding = assessed.filter(({ verdict }) => verdict === 'applies');
  const problems = fieldsAtFault(save.error);
  return (
    <ListAndDocket docket={<Answers kept={kept} onTake={setFacts} />}>
      <RegionsLinks />
      <Finding
        title={
          assessed.length === 0
            ? 'Which laws bind us?'
            : `${plural(binding.length, 'law')} ${binding.length === 1 ? 'applies' : 'apply'}`
        }
        acts={
          <>
            {newest && !dirty && <a href={`/api/organisation/answers/${newest.id}/pdf?on=${today()}`}>PDF</a>}
            <Button kind={dirty ? 'act' : 'plain'} disabled={!dirty || save.isPending} onClick={() => save.mutate()}>
              {save.isPending ? 'Keeping' : dirty ? 'Keep these answers' : 'Kept'}
            </Button>
          </>
        }
      >
        By the thresholds as we read them. This is no legal advice. What is left out is not guessed: the law says what
        it depends on.
      </Finding>
      <FieldProblems of={problems} />
      {problems.length === 0 && <Trouble error={save.error} />}
      <Questions facts={facts} onChange={setFacts} />
      {assessed.length > 0 && <Verdicts assessed={assessed} facts={facts} />}
    </ListAndDocket>
  );
}

function Questions({ facts, onChange }: { facts: OrganisationFacts; onChange(facts: OrganisationFacts): void }) {
  const set = (part: Partial<OrganisationFacts>) =>
    onChange(
      Object.fromEntries(
        Object.entries({ ...facts, ...part }).filter(([, value]) => value !== undefined),
      ) as unknown as OrganisationFacts,
    );
  const people = facts.people ?? {};
  const setPeople = (next: Record<string, number>) => set({ people: Object.keys(next).length > 0 ? next : undefined });
  const { revenue } = facts;
  return (
    <div className="mb-6 grid grid-cols-[minmax(0,15rem)_minmax(0,1fr)] items-center gap-x-4 gap-y-2 border-t border-ink bg-sheet px-3 py-3">
      <Question text="Where is it established?">
        <PlacePicker
          label="Where it is established"
          places={facts.established}
          onChange={(established) => set({ established })}
        />
      </Question>
      <Question text="Where are its customers or readers?">
        <PlacePicker
          label="Where its customers or readers are"
          places={facts.offersTo}
          onChange={(offersTo) => set({ offersTo })}
        />
      </Question>
      <Question text="Revenue of the last year, worldwide">
        <input
          type="number"
          min={0}
          className="w-40"
          aria-label="Revenue"
          value={revenue?.amount ?? ''}
          onChange={(event) =>
            set({
              revenue:
                event.target.value === ''
                  ? undefined
                  : { amount: Number(event.target.value), currency: revenue?.currency ?? 'USD' },
            })
          }
        />
        {revenue && (
          <input
            className="ml-2 w-16"
            maxLength={3}
            aria-label="Currency"
            value={revenue.currency}
            onChange={(event) => set({ revenue: { ...revenue, currency: event.target.value.toUpperCase() } })}
          />
        )}
      </Question>
      <Question text="People or devices whose data it works with in a year">
        <div className="flex flex-col gap-1">
          {Object.entries(people).map(([code, count]) => (
            <label key={code} className="flex items-center gap-2">
              <input
                type="number"
                min={0}
                className="w-32"
                value={count}
                onChange={(event) => setPeople({ ...people, [code]: Math.max(0, Number(event.target.value) || 0) })}
              />
              in {pickedName(code)}
              <Button
                kind="quiet"
                aria-label={`Take ${pickedName(code)} out`}
                onClick={() => {
                  const { [code]: _gone, ...others } = people;
                  setPeople(others);
                }}
              >
                Take out
              </Button>
            </label>
          ))}
          <span className="max-w-64">
            <PlaceSelect
              label="Add people of a place"
              hint="add a place"
              value=""
              onChange={(code) => code && !(code in people) && setPeople({ ...people, [code]: 0 })}
            />
          </span>
        </div>
      </Question>
      <Question text="Share of the revenue from selling or sharing personal data">
        <label className="flex items-center gap-2">
          <input
            type="number"
            min={0}
            max={100}
            className="w-20"
            aria-label="Share from selling data"
            value={facts.saleSharePercent ?? ''}
            onChange={(event) =>
              set({ saleSharePercent: event.target.value === '' ? undefined : Number(event.target.value) })
            }
          />
          per cent; 0 where none is sold
        </label>
      </Question>
      {YES_OR_NO.map(([field, text]) => (
        <Question key={field} text={text}>
          <select
            aria-label={text}
            value={facts[field] === undefined ? '' : String(facts[field])}
            onChange={(event) =>
              set({ [field]: event.target.value === '' ? undefined : event.target.value === 'true' })
            }
          >
            <option value="">not answered</option>
            <option value="true">yes</option>
            <option value="false">no</option>
          </select>
        </Question>
      ))}
    </div>
  );
}

const YES_OR_NO = [
  ['smallBusiness', 'Is it a small business by its national rules?'],
  ['nonProfit', 'Does it work without profit?'],
  ['sensitiveData', 'Does it work with sensitive data?'],
  ['children', 'Are children among its visitors?'],
] as const;

function Question({ text, children }: { text: string; children: ReactNode }) {
  return (
    <>
      <span className="text-ink2">{text}</span>
      <div>{children}</div>
    </>
  );
}

/** What follows for the site: every law with its verdict, and the ones that it would serve. */
function Verdicts({ assessed, facts }: { assessed: readonly Assessed[]; facts: OrganisationFacts }) {
  const editor = useDraft(useSite().id);
  const served = editor.setup?.regions.regimes ?? [];
  const proposed = assessed
    .filter(({ verdict, coming, regime }) => verdict === 'applies' && !coming && !served.includes(regime.id))
    .map(({ regime }) => regime.id);
  return (
    <section>
      <div className="mb-2 flex flex-wrap items-center justify-between gap-3">
        <h2>What follows</h2>
        <div className="flex items-center gap-3">
          {proposed.length > 0 && (
            <Button onClick={() => serve(editor, proposed)}>
              Serve {proposed.length === 1 ? regimeById(proposed[0]!)!.name : `these ${proposed.length} laws`} on this
              site
            </Button>
          )}
          {editor.dirty && <SaveBar editor={editor} />}
        </div>
      </div>
      <Trouble error={editor.error} />
      <table className="w-full bg-sheet">
        <thead>
          <tr className="border-y border-ink">
            <th className="px-2 py-1.5">Law of</th>
            <th className="px-2 py-1.5">Verdict</th>
            <th className="px-2 py-1.5">By</th>
            <th className="px-2 py-1.5">What would change it</th>
            <th className="px-2 py-1.5">Here</th>
          </tr>
        </thead>
        <tbody>
          {assessed.map((one) => (
            <Verdict key={one.regime.id} assessed={one} facts={facts} served={served.includes(one.regime.id)} />
          ))}
        </tbody>
      </table>
    </section>
  );
}

const VERDICT_TONES = { applies: 'font-bold', unknown: 'text-held', 'likely-not': 'text-ink2' };

function Verdict({ assessed, facts, served }: { assessed: Assessed; facts: OrganisationFacts; served: boolean }) {
  const { regime, verdict, coming, by, wouldChange, unanswered, exempt } = assessed;
  const changes = exempt
    ? 'bodies without profit are not bound'
    : [...unanswered, ...wouldChange].map(thresholdWords).join('; ');
  const matters = verdict === 'applies' ? alsoMatters(assessed, facts) : [];
  return (
    <tr className="border-b border-line align-top">
      <td className="px-2 py-1" title={regime.law}>
        {regime.name}
      </td>
      <td className={`px-2 py-1 ${VERDICT_TONES[verdict]}`}>
        {VERDICT_WORDS[verdict]}
        {coming && <span className="block font-normal text-held">from {regime.inForce.from}</span>}
      </td>
      <td className="px-2 py-1" title={regime.applies.source}>
        {by.map(thresholdWords).join(', and ')}
        {matters.map((text) => (
          <span key={text} className="block text-[12px] text-ink2">
            {text}
          </span>
        ))}
      </td>
      <td className="px-2 py-1">{changes}</td>
      <td className="px-2 py-1">{served ? 'served' : ''}</td>
    </tr>
  );
}

/** What a law says of children and sensitive data, where the organisation has to do with them. */
function alsoMatters({ regime }: Assessed, { children, sensitiveData }: OrganisationFacts): string[] {
  const bands = regime.minors.value.map(({ under }) => under);
  const sensitive = regime.modes['sensitive-data'] ?? regime.modes.default;
  return [
    ...(children && bands.length > 0 ? [`children: rules for those under ${bands.join(' and ')}`] : []),
    ...(sensitiveData && sensitive.value === 'opt-in' ? [`sensitive data waits for a yes (${sensitive.source})`] : []),
  ];
}

/** What was answered before, with its day; any of it can be taken up again. */
function Answers({ kept, onTake }: { kept: readonly KeptAnswer[]; onTake(facts: OrganisationFacts): void }) {
  if (kept.length === 0) return <p className="text-ink2">Nothing was answered yet.</p>;
  return (
    <>
      <h2>What was answered</h2>
      {kept.map(({ id, at, person, facts }, i) => (
        <Section key={id} title={i === 0 ? 'Now' : 'Before'}>
          <p className="mb-1 text-ink2">
            <Time at={at} />, {person} · <a href={`/api/organisation/answers/${id}/pdf?on=${today()}`}>PDF</a>
            {i > 0 && (
              <>
                {' · '}
                <Button kind="quiet" onClick={() => onTake(facts)}>
                  Take up again
                </Button>
              </>
            )}
          </p>
          {i === 0 ? (
            <Facts of={answerLines(facts)} />
          ) : (
            <p className="text-[12px]">{placesWords(facts.established, 3)}</p>
          )}
        </Section>
      ))}
    </>
  );
}
