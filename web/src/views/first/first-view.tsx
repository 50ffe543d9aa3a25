import type { ScanRun } from '@douane/api';
import { policyPageOf } from '@douane/core/scan';
import { hostedPolicy } from '@douane/core/setup/gate-base';
import { plural } from '@douane/core/words';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useEffect, useId, useRef } from 'react';
import { Link, useSearchParams } from 'react-router';
import { call } from '../../api/client';
import { Button, Code, FieldProblems, Finding, Trouble } from '../../ui/parts';
import { MeasuringFrames } from '../banner/measuring-frames';
import { Publish } from '../banner/publishing';
import { useFindings } from '../banner/use-findings';
import { serve } from '../regions/served-laws';
import { RunningScan } from '../scan/running-scan';
import { useSite } from '../site-frame';
import { useAutosave } from '../use-autosave';
import { useDraft } from '../use-draft';
import { underWay, useRuns } from '../use-runs';
import { Found } from './found-step';
import { Laws, useBindingLaws } from './laws-step';
import { inSiteColours, LookStep } from './look-step';
import { Step } from './step';

/** From an address to a snippet: the stations one after the other, each filled in already. */
export function FirstView() {
  const site = useSite();
  const client = useQueryClient();
  const [search] = useSearchParams();
  const { latest, shown, error: unread } = useRuns<ScanRun>(site.id, 'scan');
  const editor = useDraft(site.id, `/sites/${site.id}/first`);
  useAutosave(editor);
  const { setup, draft } = editor;
  const { findings, frames } = useFindings(setup, setup?.banner.defaultLanguage ?? 'en');
  useFilledIn(editor, shown?.report);
  const start = useMutation({
    mutationFn: () => call('POST', `/sites/${site.id}/scans`, {}),
    onSuccess: () => client.invalidateQueries({ queryKey: ['scan', site.id] }),
  });
  const policy = useId();
  if (!setup || !draft) return <Trouble error={editor.error ?? unread} />;
  const running = latest && underWay(latest.state) ? latest : null;
  const { report } = shown ?? {};
  const seenPages = report?.pages.filter(({ outcome }) => outcome === 'ok').length ?? 0;
  const scanned = seenPages > 0;
  const breaches = findings.all.filter(({ weight }) => weight === 'breach');
  const published = draft.releases.length > 0;
  const upToDate = published && draft.differences.length === 0;
  const { gate } = site.state;
  const waitsForScan = !scanned && 'As soon as a scan has seen the site.';
  const answered = search.get('answered');
  const hindered = editor.dirty ? 'Being saved.' : findings.settled ? null : 'The banner is still being looked at.';
  return (
    <div className="px-5 py-5">
      <Finding title={upToDate ? 'The gate is ready' : 'First steps'}>
        From the address to the snippet. Every step is filled in; what you leave as it is can be changed at any time at
        its station.
      </Finding>
      {answered && (
        <p className="mb-3 text-ink2" role="status">
          The site answered at <span className="mono">{answered}</span>; that is its address from now on.
        </p>
      )}
      <Trouble error={editor.error ?? unread ?? start.error} />
      <FieldProblems of={editor.problems} />
      <ol>
        <Step
          number={1}
          title={report ? `${seenPages > 0 ? plural(seenPages, 'page') : 'No page'} scanned` : 'The site is scanned'}
          done={seenPages > 0 && !running}
          station={{ to: '../scan', name: 'Scan' }}
        >
          {running && <RunningScan run={running} />}
          {!running && latest?.state === 'failed' && <p className="text-slipped">{latest.why}</p>}
          {!running && report && seenPages === 0 && (
            <p className="mb-2 text-slipped">
              {report.pages[0] ? `${report.pages[0].url} ${report.pages[0].why}` : 'There was no page to visit.'}
            </p>
          )}
          {!running && seenPages === 0 && (
            <Button kind="act" disabled={start.isPending} onClick={() => start.mutate()}>
              Scan {setup.site.address}
            </Button>
          )}
          {!running && seenPages > 0 && <p className="text-ink2">{setup.site.address}</p>}
        </Step>
        <Step
          number={2}
          title="What was found"
          done={scanned && draft.open === 0}
          waits={waitsForScan}
          station={{ to: '../classify', name: 'Classify' }}
        >
          <Found siteId={site.id} purposes={setup.purposes} />
        </Step>
        <Step
          number={3}
          title="Which laws"
          done={setup.regions.regimes.length > 0}
          station={{ to: '../regions', name: 'Regions' }}
        >
          <Laws editor={editor} setup={setup} />
        </Step>
        <Step
          number={4}
          title="How it looks"
          done={scanned}
          waits={waitsForScan}
          station={{ to: '../banner', name: 'Banner' }}
        >
          <LookStep siteId={site.id} editor={editor} setup={setup} seen={report?.look} />
        </Step>
        <Step
          number={5}
          title="Publish"
          done={upToDate}
          waits={waitsForScan}
          station={{ to: '../banner/publish', name: 'Publish' }}
        >
          <div className="mb-2 max-w-[560px]">
            <label htmlFor={policy}>The policy that the banner links to</label>
            <input
              id={policy}
              className="mono mt-0.5 block w-full"
              placeholder="https://"
              value={setup.banner.policyUrl ?? ''}
              aria-invalid={Boolean(editor.problemOf('banner.policyUrl'))}
              onChange={(event) =>
                editor.change((s) => ({ ...s, banner: { ...s.banner, policyUrl: event.target.value || undefined } }))
              }
            />
          </div>
          {breaches.length > 0 && (
            <ul className="mb-2">
              {breaches.map(({ rule, what, article }) => (
                <li key={rule + what} className="border-b border-line py-1">
                  {what} <span className="text-ink2">({article})</span>
                </li>
              ))}
            </ul>
          )}
          <div className="max-w-[560px]">
            <Publish
              siteId={site.id}
              draft={draft}
              hindered={hindered}
              upToDate={upToDate}
              breaches={breaches.length}
              measured={findings.measured}
              askAgain={null}
            />
          </div>
        </Step>
        <Step
          number={6}
          title="Into the page"
          done={gate?.state === 'done' && gate.first === gate.of}
          waits={!published && 'As soon as something is published.'}
          station={{ to: '../install', name: 'Install' }}
        >
          <p className="mb-1">First in the head of every page:</p>
          <Code text={draft.snippet} />
          <p className="mt-1">
            Then <Link to="../install">look whether it is there</Link>, and mark the tags.
          </p>
        </Step>
      </ol>
      <MeasuringFrames frames={frames} />
    </div>
  );
}

/** Fills in, once, what follows from the scan and the organisation's answers, where nobody has said anything else yet. */
function useFilledIn(
  editor: ReturnType<typeof useDraft>,
  report: NonNullable<ScanRun['report']> | undefined | null,
): void {
  const binding = useBindingLaws();
  const { draft, dirty, change } = editor;
  const filled = useRef({ laws: false, banner: false });
  useEffect(() => {
    if (!draft || dirty || draft.releases.length > 0) return;
    if (!filled.current.laws && binding && draft.revisions.regions === 1) {
      filled.current.laws = true;
      serve(editor, binding);
      return;
    }
    if (!filled.current.banner && report && draft.revisions.banner === 1) {
      filled.current.banner = true;
      const found = policyPageOf(report.pages.filter(({ outcome }) => outcome === 'ok').map(({ url }) => url));
      change((s) => {
        const next = report.look ? inSiteColours(s, report.look) : s;
        // A site that has no page for it links to the one that is written from its inventory.
        return { ...next, banner: { ...next.banner, policyUrl: found ?? hostedPolicy(s) } };
      });
    }
  }, [draft, dirty, change, editor, binding, report]);
}
