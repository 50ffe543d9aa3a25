import { compileRelease } from '@douane/core/release';
import { HEADER_SERVERS, type HeaderServer, headerConfig } from '@douane/edge';
import { type Command, Option } from 'commander';
import { parseCount, readSetup } from '../files';
import { today } from '../say';

/** `douane header`: configuration by which the site's own server sends the policy. */
export function headerCommand(program: Command): void {
  program
    .command('header')
    .description('print the configuration by which a site’s own server sends the content security policy')
    .requiredOption('--setup <file>', 'the site’s setup, with holding.header')
    .addOption(new Option('--for <server>', 'whose').choices(HEADER_SERVERS).makeOptionMandatory())
    .option('--number <n>', 'number of the release, as the recorder knows it', parseCount('--number'), 1)
    .action(async ({ setup: file, for: server, number }: { setup: string; for: HeaderServer; number: number }) => {
      const setup = await readSetup(file);
      process.stdout.write(headerConfig(compileRelease(setup, number, today()), server));
      if (!setup.holding.header)
        console.error('The setup has no holding.header, so its gate tells the server nothing: all stays held.');
    });
}
