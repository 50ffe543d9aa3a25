import { languageName } from '@douane/core/language/name';
import type { Press } from '@douane/core/release';
import { plural } from '@douane/core/words';
import { useState } from 'react';
import { Link } from 'react-router';
import { Finding, Section, Time } from '../../ui/parts';
import { AskedAnew } from './asked-anew';
import { GiveParts } from './give-parts';
import { Publications, Publish } from './publishing';
import { ReadingChanged } from './reading-changed';
import { TakeOver } from './take-over';
import { useBanner } from './use-banner';

/** What is still missing, what is new, and putting it in force. */
export function PublishView() {
  const { site, editor, findings } = useBanner();
  const [press, setPress] = useState<Press>(null);
  const draft = editor.draft!;
  const newest = draft.releases[0];
  const inForce = draft.publications.find((publication) => publication.inForce);
  const upToDate = newest !== undefined && draft.differences.length === 0;
  const breaches = findings.all.filter(({ weight }) => weight === 'breach');
  const hindered = editor.dirty
    ? 'Save the draft before publishing it.'
    : findings.settled
      ? null
      : 'The banner is still being looked at.';
  return (
    <>
      <Finding
        title={
          !newest
            ? 'Nothing is published yet'
            : !upToDate
              ? `The draft differs from v${newest.number}`
              : inForce?.number === newest.number
                ? `Release ${newest.number} is ${inForce.paused ? 'paused' : 'in force'}`
                : `Release ${newest.number} is not in force`
        }
      >
        {newest && upToDate && inForce && (
          <>
            {inForce.number !== newest.number && `v${inForce.number} is, `}since <Time at={inForce.fromAt} />
            {inForce.person && ` by ${inForce.person}`}. <Link to="../../install">Is it on the site?</Link>
          </>
        )}
      </Finding>
      <ToDo />
      {inForce?.paused && (
        <p className="mb-2">
          The banner is paused. With the next release it shows again; <Link to="../asking">or show it now</Link>.
        </p>
      )}
      {newest && !upToDate && <ReadingChanged newest={newest.number} />}
      {newest && <AskedAnew newest={newest.number} press={press} onPress={setPress} />}
      <Publish
        siteId={site.id}
        draft={draft}
        hindered={hindered}
        upToDate={upToDate}
        breaches={breaches.length}
        measured={findings.measured}
        askAgain={press}
        onPublished={() => setPress(null)}
      />
      <Publications siteId={site.id} draft={draft} />
      <TakeOver />
      <GiveParts />
    </>
  );
}

/** What is missing before it should be published, each with where it is done; known from the first minute. */
function ToDo() {
  const { editor, findings, setup, banner } = useBanner();
  const draft = editor.draft!;
  const of = (weight: string) => findings.all.filter((finding) => finding.weight === weight).length;
  const unread = banner.languages.filter((tag) => banner.read?.[tag] === undefined);
  const matters: [done: boolean, words: string, to: string][] = [
    [
      draft.open === 0,
      draft.open === 0
        ? 'Every item is ruled'
        : `${draft.open} open ${draft.open === 1 ? 'item is' : 'items are'} in no list yet`,
      '../../classify',
    ],
    [
      setup.services.length > 0,
      setup.services.length > 0 ? `${plural(setup.services.length, 'service')} named` : 'No service is named yet',
      '../../classify/services',
    ],
    [Boolean(banner.policyUrl), banner.policyUrl ? 'The policy is linked' : 'No policy is linked', '../words'],
    [
      of('breach') === 0,
      of('breach') === 0 ? 'Nothing against a law as we read it' : `${plural(of('breach'), 'finding')} against a law`,
      '../findings',
    ],
    [
      of('access') === 0,
      of('access') === 0
        ? 'Usable by all, as far as a program can tell'
        : `${plural(of('access'), 'finding')} on access`,
      '../findings',
    ],
    [
      unread.length === 0,
      unread.length === 0
        ? 'The texts were read'
        : `Texts not read: ${unread.map(languageName).slice(0, 4).join(', ')}${unread.length > 4 ? ' …' : ''}`,
      '../languages',
    ],
  ];
  return (
    <Section title="Before it is published">
      <ul className="mb-3">
        {matters.map(([done, words, to]) => (
          <li key={to + words} className="flex items-baseline gap-2 border-b border-line py-1">
            <span aria-hidden="true" className={done ? 'text-cleared' : 'text-held'}>
              {done ? '■' : '□'}
            </span>
            {done ? (
              <span className="text-ink2">{words}</span>
            ) : (
              <Link to={to} relative="path">
                {words}
              </Link>
            )}
          </li>
        ))}
      </ul>
    </Section>
  );
}
