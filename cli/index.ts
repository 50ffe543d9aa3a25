import path from 'node:path';
import { Command } from 'commander';
import { Refused } from './say';

/** The built command lies in `dist/`, one below the project. */
const root = path.resolve(import.meta.dirname, '..');

const program = new Command('douane')
  .description(
    'Finds what a website stores and contacts, asks visitors by the law of their place, and proves that nothing fires before the consent record.',
  )
  .showHelpAfterError()
  .exitOverride();

/** Loads only the command that was asked for, since each brings much with it; help needs them all. */
const LOADERS: Record<string, () => Promise<void>> = {
  scan: async () => (await import('./commands/scan')).scanCommand(program),
  gate: async () => (await import('./commands/gate')).gateCommand(program, root),
  mark: async () => (await import('./commands/mark')).markCommand(program),
  edge: async () => (await import('./commands/edge')).edgeCommand(program, root),
  header: async () => (await import('./commands/header')).headerCommand(program),
  decide: async () => (await import('./commands/decide')).decideCommand(program),
  look: async () => (await import('./commands/look')).lookCommand(program, root),
  check: async () => (await import('./commands/check')).checkCommand(program, root),
  serve: async () => (await import('./commands/running')).runningCommands(program, root),
  demo: async () => (await import('./commands/demo')).demoCommand(program, root),
  soak: async () => (await import('./commands/soak')).soakCommand(program, root),
  bench: async () => (await import('./commands/bench')).benchCommand(program, root),
};
const SAME_FILE: Record<string, string> = {
  worker: 'serve',
  migrate: 'serve',
  person: 'serve',
  leave: 'serve',
  ledger: 'serve',
};

try {
  const asked = process.argv[2] ?? '';
  const one = LOADERS[SAME_FILE[asked] ?? asked];
  for (const load of one ? [one] : Object.values(LOADERS)) await load();
  await program.parseAsync();
} catch (error) {
  const { code, exitCode, message } = error as { code?: string; exitCode?: number; message: string };
  const ofCommander = code?.startsWith('commander.');
  if (ofCommander && exitCode === 0) process.exitCode = 0;
  else {
    if (error instanceof Refused || (error as Error).name === 'CannotRun') console.error(`douane: ${message}`);
    else if (!ofCommander) console.error(`douane: ${process.env.DOUANE_DEBUG ? (error as Error).stack : message}`);
    process.exitCode = 2;
  }
}
