import type { CheckedCase, Choosing, RecordedStep } from '@douane/core/check';
import type { Sign } from '@douane/core/observe';
import { asJson } from './clean';
import type { Queryable } from './db';

export type RunKind = 'scan' | 'check' | 'draft-check' | 'look' | 'sign-in' | 'import';
export type RunState = 'queued' | 'running' | 'cancelling' | 'done' | 'failed' | 'cancelled';

export interface Run {
  id: string;
  organisationId: string;
  siteId: string;
  kind: RunKind;
  state: RunState;
  options: Record<string, unknown>;
  progress: unknown;
  /** A few figures of the report, for lists. */
  summary: unknown;
  why: string | null;
  requestedAt: Date;
  startedAt: Date | null;
  finishedAt: Date | null;
}

const COLUMNS = `id, organisation_id AS "organisationId", site_id AS "siteId", kind, state, options, progress, summary, why,
  requested_at AS "requestedAt", started_at AS "startedAt", finished_at AS "finishedAt"`;

/** A worker that says nothing for this long is taken for dead. */
const SILENCE = `interval '45 seconds'`;
/** A run that ends its worker this often is left alone. */
const MOST_ATTEMPTS = 3;

/** Asks for a run, or joins the one under way; `joined` tells which. Imports never join: each has a file of its own. */
export async function requestRun(
  db: Queryable,
  organisationId: string,
  siteId: string,
  kind: RunKind,
  options: object,
  personId: string | null,
): Promise<{ run: Run; joined: boolean }> {
  const { rows } = await db.query<Run & { joined: boolean }>(
    `INSERT INTO run (organisation_id, site_id, kind, options, requested_by) VALUES ($1, $2, $3, $4, $5)
     ON CONFLICT (site_id, kind) WHERE state IN ('queued', 'running', 'cancelling') AND kind <> 'import'
     DO UPDATE SET kind = excluded.kind
     RETURNING ${COLUMNS}, xmax <> 0 AS joined`,
    [organisationId, siteId, kind, options, personId],
  );
  const { joined, ...run } = rows[0]!;
  return { run, joined };
}

/** `null`: it was cancelled before it began, or another worker has it. */
export async function startRun(db: Queryable, id: string): Promise<Run | null> {
  const { rows } = await db.query<Run>(
    `UPDATE run SET state = 'running', started_at = coalesce(started_at, now()), touched_at = now(), attempts = attempts + 1 WHERE id = $1 AND state = 'queued'
     RETURNING ${COLUMNS}`,
    [id],
  );
  return rows[0] ?? null;
}

/** Keeps a run that was made elsewhere; gives back its id. */
export async function insertDoneRun(
  db: Queryable,
  run: Pick<Run, 'organisationId' | 'siteId' | 'kind' | 'options'> & {
    personId: string;
    startedAt: Date;
    report: object;
    summary: object;
  },
): Promise<Run> {
  const { organisationId, siteId, kind, options, personId, startedAt, report, summary } = run;
  const { rows } = await db.query<Run>(
    `INSERT INTO run
       (organisation_id, site_id, kind, state, options, requested_by, started_at, finished_at, report, summary)
     VALUES ($1, $2, $3, 'done', $4, $5, $6, now(), $7, $8) RETURNING ${COLUMNS}`,
    [organisationId, siteId, kind, options, personId, startedAt, report, summary],
  );
  return rows[0]!;
}

/** Tells how far it is and that the worker lives; gives back the state, which may say that it is to be cancelled. */
export async function touchRun(db: Queryable, id: string, progress: unknown): Promise<RunState | null> {
  const { rows } = await db.query(
    `UPDATE run SET touched_at = now(), progress = coalesce($2, progress) WHERE id = $1 RETURNING state`,
    [id, progress === undefined ? null : asJson(progress)],
  );
  return rows[0]?.state ?? null;
}

/** Ends a run that is under way; one that has ended stays as it is. */
export async function finishRun(
  db: Queryable,
  id: string,
  end: { state: 'done' | 'failed' | 'cancelled'; report?: object; summary?: object; why?: string },
): Promise<void> {
  await db.query(
    `UPDATE run SET state = $2, report = $3, summary = $4, why = $5, finished_at = now()
     WHERE id = $1 AND state IN ('running', 'cancelling')`,
    [id, end.state, end.report ?? null, end.summary ?? null, end.why ?? null],
  );
}

/** Puts a run back in the queue, when its worker is asked to stop. */
export async function requeueRun(db: Queryable, id: string): Promise<void> {
  await db.query(`UPDATE run SET state = 'queued', attempts = attempts - 1 WHERE id = $1 AND state = 'running'`, [id]);
}

/** One that waits is cancelled at once; one that runs when its worker next says something. */
export async function cancelRun(db: Queryable, organisationId: string, id: string): Promise<Run | null> {
  const { rows } = await db.query<Run>(
    `UPDATE run SET state = CASE state WHEN 'queued' THEN 'cancelled' ELSE 'cancelling' END,
       finished_at = CASE state WHEN 'queued' THEN now() END
     WHERE organisation_id = $1 AND id = $2 AND state IN ('queued', 'running') RETURNING ${COLUMNS}`,
    [organisationId, id],
  );
  return rows[0] ?? null;
}

/**
 * Takes runs from workers that have gone: a scan goes back to the queue and goes on where it was, and so does an import;
 * what has been tried
 * often enough, or is to be cancelled, or cannot go on, has failed, so that a new one can be asked for.
 */
export async function releaseSilentRuns(db: Queryable): Promise<Run[]> {
  const { rows } = await db.query<Run>(
    `UPDATE run SET
       state = CASE WHEN kind IN ('scan', 'import') AND state = 'running' AND attempts < ${MOST_ATTEMPTS} THEN 'queued' ELSE 'failed' END,
       why = CASE WHEN kind IN ('scan', 'import') AND state = 'running' AND attempts < ${MOST_ATTEMPTS} THEN NULL
         ELSE 'The worker stopped before it was done.' END,
       finished_at = CASE WHEN kind IN ('scan', 'import') AND state = 'running' AND attempts < ${MOST_ATTEMPTS} THEN NULL ELSE now() END
     WHERE state IN ('running', 'cancelling') AND touched_at < now() - ${SILENCE} RETURNING ${COLUMNS}`,
  );
  return rows;
}

/** One run with its report. `null`: there is none of this organisation. */
export async function runById(
  db: Queryable,
  organisationId: string,
  id: string,
): Promise<(Run & { report: unknown }) | null> {
  const { rows } = await db.query(`SELECT ${COLUMNS}, report FROM run WHERE organisation_id = $1 AND id = $2`, [
    organisationId,
    id,
  ]);
  return rows[0] ?? null;
}

/** The newest fifty runs of one kind, the newest first. */
export async function listRuns(db: Queryable, organisationId: string, siteId: string, kind: RunKind): Promise<Run[]> {
  const { rows } = await db.query<Run>(
    `SELECT ${COLUMNS} FROM run WHERE organisation_id = $1 AND site_id = $2 AND kind = $3
     ORDER BY requested_at DESC LIMIT 50`,
    [organisationId, siteId, kind],
  );
  return rows;
}

/** The newest run of each kind of each site. */
export async function latestRuns(db: Queryable, organisationId: string): Promise<Run[]> {
  const { rows } = await db.query<Run>(
    `SELECT DISTINCT ON (site_id, kind) ${COLUMNS} FROM run WHERE organisation_id = $1
     ORDER BY site_id, kind, requested_at DESC`,
    [organisationId],
  );
  return rows;
}

/** Keeps the file that an import is to read. */
export async function insertImportFile(
  db: Queryable,
  organisationId: string,
  runId: string,
  body: Buffer,
): Promise<void> {
  await db.query('INSERT INTO import_file (organisation_id, run_id, body) VALUES ($1, $2, $3)', [
    organisationId,
    runId,
    body,
  ]);
}

/** The file that an import is to read. `null`: it was read and is gone. */
export async function importFileOf(db: Queryable, organisationId: string, runId: string): Promise<Buffer | null> {
  const { rows } = await db.query('SELECT body FROM import_file WHERE organisation_id = $1 AND run_id = $2', [
    organisationId,
    runId,
  ]);
  return rows[0]?.body ?? null;
}

/** Once it was read, or cannot be, nobody needs the file any more. */
export async function deleteImportFile(db: Queryable, organisationId: string, runId: string): Promise<void> {
  await db.query('DELETE FROM import_file WHERE organisation_id = $1 AND run_id = $2', [organisationId, runId]);
}

/** Keeps what a check found of each kind of visitor, a row each. */
export async function insertCheckedCases(
  db: Queryable,
  organisationId: string,
  runId: string,
  cases: readonly CheckedCase[],
): Promise<void> {
  for (const [number, result] of cases.entries()) {
    await db.query(
      `INSERT INTO check_case (organisation_id, run_id, number, result) VALUES ($1, $2, $3, $4)
       ON CONFLICT (run_id, number) DO UPDATE SET result = excluded.result`,
      [organisationId, runId, number + 1, result],
    );
  }
}

/** What a check found, case by case. Those of the first versions kept their records apart by name. */
export async function listCheckedCases(db: Queryable, organisationId: string, runId: string): Promise<CheckedCase[]> {
  const { rows } = await db.query<{ result: CheckedCase & Partial<OldCase> }>(
    'SELECT result FROM check_case WHERE organisation_id = $1 AND run_id = $2 ORDER BY number',
    [organisationId, runId],
  );
  return rows.map(({ result }) => (result.recorded ? result : withRecorded(result)));
}

interface OldCase {
  clickedAtMs: number | null;
  withdrawnAtMs: number | null;
}

function withRecorded({
  clickedAtMs,
  withdrawnAtMs,
  ...rest
}: Omit<CheckedCase, 'recorded'> & Partial<OldCase>): CheckedCase {
  const first = rest.choice === 'withdraw' ? 'accept' : (rest.choice as Choosing);
  const recorded: RecordedStep[] = [];
  if (rest.recordedAtMs !== null) {
    recorded.push({ step: first, clickedAtMs: clickedAtMs ?? rest.recordedAtMs, atMs: rest.recordedAtMs });
  }
  if (withdrawnAtMs != null) recorded.push({ step: 'refuse', clickedAtMs: withdrawnAtMs, atMs: withdrawnAtMs });
  return { ...rest, recorded };
}

/** Of the same kind and site, done before a run; the newest first. */
const DONE_BEFORE = `FROM run WHERE organisation_id = $1 AND site_id = $2 AND id <> $3 AND kind = $4 AND state = 'done'
  AND requested_at < (SELECT requested_at FROM run WHERE id = $3) ORDER BY requested_at DESC`;
const ofRun = ({ organisationId, siteId, id, kind }: Run) => [organisationId, siteId, id, kind];

/** The run of the same kind and site that was done last before `run`. */
export async function runBefore(db: Queryable, run: Run): Promise<Run | null> {
  const { rows } = await db.query<Run>(`SELECT ${COLUMNS} ${DONE_BEFORE} LIMIT 1`, ofRun(run));
  return rows[0] ?? null;
}

/** Reports of the runs of the same kind and site that were done before `run`, the newest first. */
export async function reportsBefore(db: Queryable, run: Run, most: number): Promise<unknown[]> {
  const { rows } = await db.query(`SELECT report ${DONE_BEFORE} LIMIT $5`, [...ofRun(run), most]);
  return rows.map(({ report }) => report);
}

/** Addresses of the pages that a scan could visit. */
export async function visitedPages(db: Queryable, organisationId: string, runId: string): Promise<string[]> {
  const { rows } = await db.query(
    `SELECT p->>'url' AS url FROM run, jsonb_array_elements(report->'pages') p
     WHERE organisation_id = $1 AND id = $2 AND p->>'outcome' = 'ok'`,
    [organisationId, runId],
  );
  return rows.map(({ url }) => url);
}

/** What the newest finished scan of a site noticed besides items. */
export async function newestSigns(db: Queryable, organisationId: string, siteId: string): Promise<Sign[]> {
  const { rows } = await db.query<{ signs: Sign[] | null }>(
    `SELECT report->'signs' AS signs FROM run
     WHERE organisation_id = $1 AND site_id = $2 AND kind = 'scan' AND state IN ('done', 'cancelled')
     ORDER BY requested_at DESC LIMIT 1`,
    [organisationId, siteId],
  );
  return rows[0]?.signs ?? [];
}

/** What the newest finished scan of a site noticed of an item: of its name, or of its host as a whole. */
export async function signsAbout(
  db: Queryable,
  organisationId: string,
  { siteId, name, host }: { siteId: string; name: string; host: string },
): Promise<Sign[]> {
  const { rows } = await db.query<{ sign: Sign }>(
    `SELECT sign FROM (
       SELECT report FROM run WHERE organisation_id = $1 AND site_id = $2 AND kind = 'scan' AND state = 'done'
       ORDER BY requested_at DESC LIMIT 1
     ) newest, jsonb_array_elements(report->'signs') sign
     WHERE sign->>'host' = $4 AND sign->>'what' <> 'refused-cookie' OR sign->>'name' = $3 LIMIT 20`,
    [organisationId, siteId, name, host],
  );
  return rows.map(({ sign }) => sign);
}
