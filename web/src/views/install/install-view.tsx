import type { LookRun } from '@douane/api';
import { GATE_WORDS, isInOrder, type LookedPage, meansWords } from '@douane/core/look';
import { GPC_FILE, gpcFile } from '@douane/core/regimes';
import type { Setup } from '@douane/core/setup';
import { rulesOf } from '@douane/core/setup';
import { gateBase } from '@douane/core/setup/gate-base';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { call } from '../../api/client';
import * as queries from '../../api/queries';
import { useKeys } from '../../ui/keys';
import { Mark } from '../../ui/mark';
import { Ago, Button, Code, Empty, Finding, ListAndDocket, Section, Trouble } from '../../ui/parts';
import { pathOf, today } from '../../ui/words';
import { useSite } from '../site-frame';
import { underWay, useRuns } from '../use-runs';
import { MarkedTags } from './marked-tags';
import { MeansOfHolding } from './means';

/** One snippet, how to mark tags, and proof by a look at the live pages that it is in place. */
export function InstallView() {
  const site = useSite();
  const client = useQueryClient();
  const { data: draft } = useQuery(queries.draft(site.id));
  const { latest, finished, shown, reading, error } = useRuns<LookRun>(site.id, 'look');
  const start = useMutation({
    mutationFn: () => call('POST', `/sites/${site.id}/looks`, {}),
    onSuccess: () => client.invalidateQueries({ queryKey: ['look', site.id] }),
  });
  const running = latest && underWay(latest.state) ? latest : null;
  useKeys({ r: () => !running && start.mutate() });
  const pages = shown?.report?.pages;
  const first = pages?.filter(isInOrder).length ?? 0;

  return (
    <ListAndDocket docket={draft && <HowToMark setup={draft.setup} />}>
      <Finding
        title={
          reading
            ? 'Reading'
            : running
              ? 'Looking'
              : pages
                ? `The gate is first on ${first} of ${pages.length} pages`
                : latest?.state === 'failed'
                  ? 'The look could not be taken'
                  : 'Put the gate into the page'
        }
        acts={
          <Button kind="act" onClick={() => start.mutate()} disabled={running !== null || start.isPending}>
            {running
              ? `Looking ${running.progress ? `${running.progress.done} of ${running.progress.of}` : ''}`
              : 'Look at the live pages'}
          </Button>
        }
      >
        {!running && finished?.finishedAt && pages && (
          <>
            As the server sent them, <Ago at={finished.finishedAt} />.
          </>
        )}
        {latest?.state === 'failed' && latest.why}
      </Finding>
      <Trouble error={error ?? start.error} />
      {site.state.version === null ? (
        <Empty>
          The snippet works once a version is published. <Link to="../banner">Publish the first version</Link>.
        </Empty>
      ) : (
        <>
          <p className="mb-1">First thing in the head of every page, above every other tag:</p>
          {draft && <Code text={draft.snippet} />}
          <p className="mt-2 text-ink2">
            Or serve the files yourself: take <a href={`/api/sites/${site.id}/setup.json`}>the setup file</a> and run{' '}
            <code>douane gate --setup {site.key}.setup.json --out gate/</code>. The same file drives{' '}
            <code>douane look</code> and <code>douane check</code> in a build pipeline.
          </p>
        </>
      )}
      {draft && (
        <MarkedTags
          siteId={site.id}
          needless={new Set(draft.setup.purposes.flatMap(({ id, necessary }) => (necessary ? [id] : [])))}
        />
      )}
      {draft && (
        <details className="mt-3">
          <summary>
            Say that Global Privacy Control is obeyed, in <code>{GPC_FILE}</code>
          </summary>
          <p className="mt-1 mb-1 text-ink2">
            Served from the root of the site as <code>application/json</code>; browsers and auditors look there.
          </p>
          <Code text={gpcFile(rulesOf(draft.setup, today()), today())} />
        </details>
      )}
      {shown?.report?.wayBack && (
        <p className="mt-5">
          <Mark name={shown.report.wayBack.there ? 'in-order' : 'slipped'} />{' '}
          <span className="mono">{pathOf(shown.report.wayBack.url)}</span>{' '}
          {shown.report.wayBack.there
            ? 'leads back to the choice.'
            : `does not lead back to the choice${shown.report.wayBack.why ? `: it ${shown.report.wayBack.why}` : ': nothing that is to be seen on it has the attribute data-douane-open'}. The choices button does not show everywhere, so a visitor may find no way back.`}
        </p>
      )}
      {pages && (
        <table className="mt-5 w-full bg-sheet">
          <thead>
            <tr className="border-y border-ink">
              <th className="px-2 py-1.5">Page</th>
              <th className="px-2 py-1.5">Gate</th>
              <th className="px-2 py-1.5">Held by</th>
            </tr>
          </thead>
          <tbody>
            {inOrderLast(pages).map((page) => (
              <tr key={page.url} className="border-b border-line align-top">
                <td className="mono px-2 py-1">{pathOf(page.url)}</td>
                <td className="px-2 py-1">
                  <Mark name={isInOrder(page) ? 'in-order' : 'slipped'} /> {GATE_WORDS[page.state]}
                  {page.why && <span className="text-ink2">: {page.why}</span>}
                  {page.before.length > 0 && (
                    <details className="mt-1">
                      <summary className="text-ink2">{page.before.length} above it</summary>
                      <Code text={page.before.join('\n')} tone="slipped" />
                    </details>
                  )}
                </td>
                <td className="px-2 py-1 text-ink2">{meansWords(page) || 'nothing that was seen'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {draft && <MeansOfHolding siteId={site.id} siteKey={site.key} isSent={draft.setup.holding.header === true} />}
    </ListAndDocket>
  );
}

/** Those that want something done first, else in the order in which they were looked at. */
const inOrderLast = (pages: readonly LookedPage[]): LookedPage[] => [
  ...pages.filter((page) => !isInOrder(page)),
  ...pages.filter(isInOrder),
];

function HowToMark({ setup }: { setup: Setup }) {
  const recorder = gateBase(setup);
  const [language = 'en'] = setup.banner.languages;
  return (
    <>
      <h2>Marking tags</h2>
      <p className="mt-1 text-ink2">
        A browser asks for what stands in the markup before any script can stop it. So each tag that needs a yes is
        marked with its purpose; it then waits, with and without JavaScript.
      </p>
      <Section title="Any snippet, unchanged">
        <Code text={'<template data-gate="measurement">\n  … the vendor’s snippet …\n</template>'} />
      </Section>
      <Section title="A script">
        <Code text={'<script type="text/plain"\n  data-gate="measurement"\n  data-gate-src="https://…"></script>'} />
      </Section>
      <Section title="A visitor whose age is known">
        <p className="mb-1 text-ink2">
          Said in the snippet, or later by <code>douane.tell({'{ age: 14 }'})</code>. It stays in the page and is
          recorded nowhere.
        </p>
        <Code text={'<script src="…/gate.js"\n  data-age="14"\n  data-guardian="true"></script>'} />
      </Section>
      <Section title="An image or a frame">
        <Code text={'<iframe data-gate="embedded"\n  data-gate-src="https://…"></iframe>'} />
      </Section>
      <Section title="In a tag manager">
        <p className="mb-1 text-ink2">
          Switch the data layer event on under <Link to="../regions">Regions</Link>. A tag’s trigger is then this custom
          event, and its condition a variable of the data layer:
        </p>
        <Code text={'event: douane_release\ngranted.measurement equals true'} />
      </Section>
      <Section title="In a framework">
        <p className="mb-1 text-ink2">
          A component that puts scripts in gives the marked form, or waits for the answer. It is held without that, too.
        </p>
        <Code
          text={
            "await douane.ready;\nif (douane.granted('measurement')) start();\ndouane.on('release', ({ granted }) =>\n  granted.measurement && start());"
          }
        />
      </Section>
      <Section title="The cookie policy in a page of your own">
        <p className="mb-1 text-ink2">
          Always what is in force, in the language that is named; without JavaScript a link. Also as .md, .txt and
          .json.
        </p>
        <Code
          text={`<script src="${recorder}/policy.${language}.js"></script>\n<noscript><a href="${recorder}/policy.${language}.html">Cookie policy</a></noscript>`}
        />
      </Section>
      <Section title="To come back to the choice">
        <p className="mb-1 text-ink2">The choices button is there by itself. A link of your own does the same:</p>
        <Code text={'<button onclick="douane.open()">Privacy choices</button>'} />
      </Section>
    </>
  );
}
