import { lookForGate } from '@douane/scanner';
import type { Run } from '../db/runs.sql';
import type { Site } from '../db/sites.sql';
import type { JobResult, JobTools } from './job';

/** Looks at the live pages: is the gate there, is it first, is it this site's. */
export async function lookJob(_run: Run, site: Site, { config, signal, progress }: JobTools): Promise<JobResult> {
  const { shown, phone, desktop, page } = site.setup.banner.button;
  const wayBack = shown && phone && desktop ? undefined : page;
  const report = await lookForGate(site.setup.site.address, {
    snippetSrc: `${site.setup.recorder}/gate.js`,
    ...(wayBack && { wayBack }),
    allowPrivate: config.allowPrivate,
    signal,
    onProgress: progress,
  });
  const first = report.pages.filter((page) => page.state === 'first').length;
  return { report, summary: { first, of: report.pages.length } };
}
