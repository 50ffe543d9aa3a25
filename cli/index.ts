import path from 'node:path';
import { CannotRun } from '@douane/scanner';
import { Command } from 'commander';
import { checkCommand } from './commands/check';
import { demoCommand } from './commands/demo';
import { gateCommand } from './commands/gate';
import { runningCommands } from './commands/running';
import { scanCommand } from './commands/scan';
import { Refused } from './say';

/** The built command lies in `dist/`, one below the project. */
const root = path.resolve(import.meta.dirname, '..');

const program = new Command('douane')
  .description(
    'Finds what a website stores and contacts, asks visitors by the law of their place, and proves that nothing fires before the consent record.',
  )
  .showHelpAfterError()
  .exitOverride();
scanCommand(program);
gateCommand(program, root);
checkCommand(program);
runningCommands(program, root);
demoCommand(program, root);

try {
  await program.parseAsync();
} catch (error) {
  const { code, exitCode, message } = error as { code?: string; exitCode?: number; message: string };
  const ofCommander = code?.startsWith('commander.');
  if (ofCommander && exitCode === 0) process.exitCode = 0;
  else {
    if (error instanceof Refused || error instanceof CannotRun) console.error(`douane: ${message}`);
    else if (!ofCommander) console.error(`douane: ${process.env.DOUANE_DEBUG ? (error as Error).stack : message}`);
    process.exitCode = 2;
  }
}
