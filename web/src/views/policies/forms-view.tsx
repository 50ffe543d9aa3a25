import { languageName } from '@douane/core/language/name';
import { formNotice, usesToAsk } from '@douane/core/policy';
import { plural } from '@douane/core/words';
import { useState } from 'react';
import { Link } from 'react-router';
import { Code, Empty, Finding, ListAndDocket, Section, Trouble } from '../../ui/parts';
import { useSite } from '../site-frame';
import { PoliciesLinks } from './policies-links';
import { usePolicies } from './use-policies';

/** Short notices for forms: a sentence and a tick box for each use, to be pasted, and how each tick gets on record. */
export function FormsView() {
  const site = useSite();
  const { data, error } = usePolicies(site.id);
  const [chosen, setLanguage] = useState<string>();
  if (!data) return <Trouble error={error} />;
  const { answers, setup, hosted, policies } = data;
  const uses = usesToAsk(answers);
  const language = chosen ?? setup.banner.defaultLanguage;
  const privacy = policies.find(({ kind }) => kind === 'privacy')?.name ?? 'privacy';
  const policy = `${hosted ?? ''}/policies/${privacy}`;
  const who = answers.controller.name || setup.site.name;
  const notices = uses.map((use) => formNotice(use, who, language, setup.banner.defaultLanguage, policy));
  return (
    <ListAndDocket
      docket={
        <>
          <h2>On record</h2>
          <p className="mt-1 text-ink2">
            When the form comes in, your server tells us of every box, ticked or not, with a token made at{' '}
            <Link to={`/sites/${site.id}/check/pipeline`}>Check, From a pipeline</Link>. The record has the hash of the
            sentence that was read.
          </p>
          <Section title="In Node.js">
            <Code
              text={`import { agreements } from 'douane';

const asked = agreements({ server: '${location.origin}', site: '${site.key}', token: process.env.DOUANE_TOKEN });
await asked.ticks(person, '${language}', [
  { id: crypto.randomUUID(), use: '${uses[0]?.id ?? 'newsletter'}', ticked: form.consent.includes('${uses[0]?.id ?? 'newsletter'}') },
]);`}
            />
          </Section>
        </>
      }
    >
      <PoliciesLinks />
      <Finding
        title={
          uses.length === 0
            ? 'No form has to ask for a yes'
            : `${plural(uses.length, 'tick box', 'tick boxes')} for forms`
        }
      >
        One sentence and one box for each use that rests on consent; none is ticked, and none stands for two.
      </Finding>
      {uses.length === 0 && (
        <Empty>
          A use that somebody gives data for, with consent as its legal basis, gets a box here:{' '}
          <Link to={`/sites/${site.id}/policies/questions#uses`}>answer for it</Link>.
        </Empty>
      )}
      {uses.length > 0 && (
        <label className="mb-3 flex items-center gap-2">
          <span className="caps">In</span>
          <select value={language} onChange={(event) => setLanguage(event.target.value)}>
            {setup.banner.languages.map((tag) => (
              <option key={tag} value={tag}>
                {languageName(tag)}
              </option>
            ))}
          </select>
        </label>
      )}
      {notices.map(({ use, sentence, html, mixed }) => (
        <Section key={use} title={uses.find(({ id }) => id === use)!.why}>
          <p className="mb-1" lang={language}>
            {sentence}
          </p>
          {mixed && (
            <p className="mb-1 text-held">
              Your answers stand in it as you gave them; put them into {languageName(language)}, and send the sentence
              along.
            </p>
          )}
          <Code text={html} />
        </Section>
      ))}
    </ListAndDocket>
  );
}
