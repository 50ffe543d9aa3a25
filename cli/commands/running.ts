import { firstBreak } from '@douane/core/consent';
import {
  addOrganisation,
  ledger,
  listSites,
  migrate,
  openPool,
  readConfig,
  startServer,
  startWorker,
} from '@douane/server';
import type { Command } from 'commander';
import { Refused } from '../say';
import { untilStopped } from '../stop';

/** `serve`, `worker`, `migrate`, `person` and `ledger`: what an operator runs against his own database. */
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
      const server = await startServer(config());
      console.log(`Douane on ${config().publicUrl}`);
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
    .description('bring the database to the newest schema')
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
    .command('ledger')
    .description('work with consent ledgers')
    .command('verify')
    .description('check the hash chain; exit 1 where it is broken')
    .option('--site <key>', 'only this site')
    .action(async ({ site: only }: { site?: string }) => {
      const db = openPool(config().databaseUrl);
      try {
        const { rows } = await db.query<{ id: string }>('SELECT id FROM organisation ORDER BY created_at');
        const sites = (await Promise.all(rows.map(({ id }) => listSites(db, id))))
          .flat()
          .filter((s) => !only || s.key === only);
        if (only && sites.length === 0) throw new Refused(`there is no site "${only}"`);
        for (const { organisationId, id, key } of sites) {
          const records = [];
          for await (const record of ledger(db, organisationId, id)) records.push(record);
          const broken = firstBreak(records);
          console.log(
            broken
              ? `${key}: broken at record ${broken.number}: ${broken.why}`
              : `${key}: ${records.length} records, chain holds`,
          );
          if (broken) process.exitCode = 1;
        }
      } finally {
        await db.end();
      }
    });
}
