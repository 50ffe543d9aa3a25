import { CannotRun } from '@douane/scanner';
import { familySettings } from '../db/name-families.sql';
import { deleteImportFile, importFileOf, type Run } from '../db/runs.sql';
import { insertScanItems } from '../db/scans.sql';
import type { Site } from '../db/sites.sql';
import type { ImportThreadData, ReadFile } from '../threads/import-thread';
import { runThread } from '../threads/run-thread';
import type { JobResult, JobTools } from './job';
import { takeIn } from './scan';

/** Most memory that reading a file may take, in MiB: a HAR becomes many times its size. */
const MEMORY_MIB = 1536;
const MOST_PROBLEMS_KEPT = 1_000;

/** Reads a file of observations in a thread of its own, and takes in what it tells. */
export async function importJob(run: Run, site: Site, { db, config, knowledge, signal }: JobTools): Promise<JobResult> {
  const { organisationId } = run;
  const file = String(run.options.file ?? 'file');
  const body = await importFileOf(db, organisationId, run.id);
  if (!body) throw new CannotRun('The file is not there any more; send it again.');
  const { address, ownDomains } = site.setup.site;
  const about = { address, ownDomains, now: run.requestedAt.getTime() };
  const data: ImportThreadData = { body, about, families: await familySettings(db, organisationId, site.id) };
  let read: ReadFile;
  try {
    read = await runThread<ReadFile>('import', data, { root: config.root, memoryMiB: MEMORY_MIB, signal });
  } catch (cause) {
    if (!signal.aborted) await deleteImportFile(db, organisationId, run.id);
    throw new CannotRun(`${file} could not be read: ${(cause as Error).message}`);
  }
  const { format, items, problems } = read;
  const report = { format, file, problems: problems.slice(0, MOST_PROBLEMS_KEPT), pages: [] };
  const summary = { items: items.length, problems: problems.length, file, format };
  if (items.length === 0) {
    await deleteImportFile(db, organisationId, run.id);
    const [first] = problems;
    const why = first
      ? [first.path, first.message].filter(Boolean).join(': ')
      : 'it holds no cookie and no request to a third party';
    throw new CannotRun(`Nothing could be read from ${file}: ${why}`);
  }
  await insertScanItems(db, organisationId, run.id, items);
  await takeIn(db, site, items, knowledge);
  await deleteImportFile(db, organisationId, run.id);
  return { report, summary };
}
