import { placesWords } from '@douane/core/places';
import type { Coverage } from '@douane/core/regimes';
import type { Setup } from '@douane/core/setup';
import { plural } from '@douane/core/words';
import { useState } from 'react';
import { Link } from 'react-router';
import { Finding, ListAndDocket, Trouble } from '../../ui/parts';
import { SaveBar } from '../save-bar';
import { useSite } from '../site-frame';
import { type DraftEditor, useDraft } from '../use-draft';
import { HoldingForm } from './holding-form';
import { LawChanged } from './law-changed';
import { RegionsLinks } from './regions-links';
import { ServedLaws } from './served-laws';
import { SiteRules } from './site-rules';
import { TryVisitor } from './try-visitor';
import { useCoverage } from './use-coverage';

/** Which visitors are treated how: the site's own rules, the laws it serves, and what is left. */
export function RegionsView() {
  const site = useSite();
  const editor = useDraft(site.id);
  const { setup, error } = editor;
  if (!setup) return <Trouble error={error} />;
  return <Rules editor={editor} setup={setup} />;
}

function Rules({ editor, setup }: { editor: DraftEditor; setup: Setup }) {
  const [place, setPlace] = useState('DE');
  const coverage = useCoverage(setup);
  const served = setup.regions.regimes.length;
  const rules = setup.regions.rules?.length ?? 0;
  return (
    <ListAndDocket docket={<TryVisitor setup={setup} place={place} onPlace={setPlace} />}>
      <RegionsLinks />
      <Finding
        title={`${plural(served, 'law')} served${rules > 0 ? `, and ${plural(rules, 'rule')} of this site` : ''}`}
        acts={<SaveBar editor={editor} />}
      >
        By the law of the visitor’s place, as we read it. This is no legal advice; set your organisation’s own values
        where you know better.
      </Finding>
      <Trouble error={editor.error} />
      <LawChanged />
      <Covered coverage={coverage} setup={setup} />
      <SiteRules editor={editor} setup={setup} coverage={coverage} />
      <ServedLaws editor={editor} setup={setup} />
      <HoldingForm editor={editor} setup={setup} />
    </ListAndDocket>
  );
}

/** How many places are treated by what, and which are left to the fallback though a law holds there. */
function Covered({ coverage: { rules, served, left, laxer }, setup }: { coverage: Coverage; setup: Setup }) {
  const byRules = rules.reduce((sum, { takes }) => sum + takes.length, 0);
  const unserved = laxer.filter(({ rule, place }) => rule === null && left.includes(place));
  return (
    <p className="mb-5 max-w-[90ch]">
      {plural(byRules + served.length + left.length, 'country or state', 'countries and states')}:{' '}
      {byRules > 0 && <>{byRules} by rules of this site, </>}
      {served.length} by the law of the place, {left.length} as the fallback.
      {unserved.length > 0 && (
        <>
          {' '}
          <span className="text-slipped">
            The fallback asks less than the law in{' '}
            {placesWords(
              unserved.map(({ place }) => place),
              5,
            )}
            .
          </span>
        </>
      )}{' '}
      <Link to="document">Who is asked what</Link>
      {setup.regions.regimes.length < 5 && (
        <>
          {' · '}
          <Link to="applies">Which laws bind us?</Link>
        </>
      )}
    </p>
  );
}
