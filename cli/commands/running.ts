import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { breakWords } from '@douane/core/consent';
import { plural } from '@douane/core/words';
import {
  addOrganisation,
  checkReportByHash,
  HeadFiles,
  HeadSigner,
  listSites,
  markLeft,
  migrate,
  openPool,
  readConfig,
  readHead,
  startServer,
  startWorker,
  verifyLedger,
} from '@douane/server';
import type { Command } from 'commander';
import { Refused } from '../say';
import { untilStopped } from '../stop';

/** `serve`, `worker`, `migrate`, `person`, `leave`, `verify-report` and `ledger`: what an operator runs against his own database. */
export function runningCommands(program: Command, root: string): void {
  const config = () => {
    try {
      return readConfig(process.env, root);
    } catch (error) {
      throw new Refused((error as Error).message);
    }
  };

  program
    .command('serve')
    .description(
      'serve the interface, the API, and the gate with its recorder (DATABASE_URL, DOUANE_PORT, DOUANE_URL, DOUANE_SECRET)',
    )
    .action(async () => {
      const settings = config();
      const server = await startServer(settings);
      console.log(`Douane on ${settings.publicUrl}`);
      for (const said of server.said) console.log(said);
      await untilStopped(() => server.stop());
    });

  program
    .command('worker')
    .description('take scans and checks from the queue (DATABASE_URL, DOUANE_ALLOW_PRIVATE, DOUANE_CATALOGUE)')
    .action(async () => {
      const worker = await startWorker(config());
      console.log('Waiting for scans and checks');
      await untilStopped(() => worker.stop());
    });

  program
    .command('migrate')
    .description(
      'bring the database to the newest schema (DATABASE_URL, and DOUANE_OWNER_URL where the tables are another role’s)',
    )
    .action(async () => {
      const done = await migrate(config(), root);
      console.log(done.length > 0 ? `applied ${done.join(', ')}` : 'nothing to apply');
    });

  program
    .command('person')
    .description('add an organisation with its first person; the password comes from DOUANE_PASSWORD')
    .requiredOption('--organisation <name>')
    .requiredOption('--name <name>')
    .requiredOption('--email <address>')
    .action(async ({ organisation, name, email }: { organisation: string; name: string; email: string }) => {
      const password = process.env.DOUANE_PASSWORD ?? '';
      if (password.length < 10) throw new Refused('set DOUANE_PASSWORD to a password of at least 10 characters');
      const db = openPool(config().databaseUrl);
      try {
        await addOrganisation(db, organisation, { name, email, password });
        console.log(`${email} can sign in at ${config().publicUrl}`);
      } catch (error) {
        if ((error as { code?: string }).code === '23505') throw new Refused(`${email} is there already`);
        throw error;
      } finally {
        await db.end();
      }
    });

  program
    .command('leave')
    .description('have a person leave: he is signed out everywhere at once and cannot sign in again')
    .requiredOption('--email <address>')
    .action(async ({ email }: { email: string }) => {
      const db = openPool(config().databaseUrl);
      try {
        if (!(await markLeft(db, email))) throw new Refused(`nobody of the address ${email} is there`);
        console.log(`${email} has left`);
      } finally {
        await db.end();
      }
    });

  program
    .command('verify-report')
    .description('whether a report of a check is the one that was given out, by its hash; exit 1 where it is not')
    .argument('<file>', 'the report, as it was given out')
    .action(async (file: string) => {
      const bytes = await readFile(file).catch(() => {
        throw new Refused(`${file} cannot be read`);
      });
      const hash = createHash('sha256').update(bytes).digest('hex');
      const db = openPool(config().databaseUrl);
      try {
        const found = await checkReportByHash(db, hash);
        process.exitCode = found?.isHeadThere ? 0 : 1;
        if (!found) console.log(`no report with this hash was given out, or the file was changed: ${hash}`);
        else {
          const { site, madeAt, madeBy, head, isHeadThere } = found;
          console.log(`${site}: given out by ${madeBy} at ${madeAt.toISOString()}, unchanged: ${hash}`);
          console.log(
            isHeadThere
              ? `the ledger still has record ${head.number}, with which it ended then`
              : `record ${head.number}, with which the ledger ended then, is not in it any more`,
          );
        }
      } finally {
        await db.end();
      }
    });
  program
    .command('ledger')
    .description('work with consent ledgers')
    .command('verify')
    .description(
      'check the hash chain, and that it reaches the ends that were kept elsewhere; exit 1 where it does not',
    )
    .option('--site <key>', 'only this site')
    .option('--head <file>', 'an end of a ledger that was kept, format douane.head/1; may be given again', many, [])
    .action(async ({ site: only, head: files }: { site?: string; head: string[] }) => {
      const { databaseUrl, headFolder, secret } = config();
      const signer = new HeadSigner(secret);
      const kept = new HeadFiles(headFolder, signer);
      const given = await Promise.all(files.map(headFrom));
      const db = openPool(databaseUrl);
      try {
        const { rows } = await db.query<{ id: string }>('SELECT id FROM organisation ORDER BY created_at');
        const sites = (await Promise.all(rows.map(({ id }) => listSites(db, id))))
          .flat()
          .filter((s) => !only || s.key === only);
        if (only && sites.length === 0) throw new Refused(`there is no site "${only}"`);
        for (const { organisationId, id, key } of sites) {
          const beside = await kept.read(id);
          const heads = [...(beside ? [beside] : []), ...given.filter(({ siteId }) => siteId === id)];
          for (const head of heads) {
            const forged = secret !== null && !signer.isOurs(head);
            if (forged) console.log(`${key}: the end kept of ${head.at} was not signed under this DOUANE_SECRET`);
          }
          const { records, broken } = await verifyLedger(db, organisationId, id, heads);
          console.log(
            broken
              ? `${key}: broken at record ${broken.number}: ${breakWords(broken)}`
              : `${key}: ${plural(records, 'record')}, chain holds${heads.length > 0 ? `, and reaches the end that was kept (${Math.max(...heads.map((head) => head.number))})` : ''}`,
          );
          if (broken) process.exitCode = 1;
        }
      } finally {
        await db.end();
      }
    });
}

const many = (value: string, all: string[]) => [...all, value];

async function headFrom(file: string) {
  const head = await readHead(file).catch((cause) => {
    throw new Refused(cause.message);
  });
  if (!head) throw new Refused(`${file} cannot be read: there is no such file`);
  return head;
}
