import { choiceAfter, parseAge, parseSteps } from '@douane/core/check';
import { placeName, placeProblem } from '@douane/core/places';
import { type Choice, dayProblem, MODE_WORDS, parsePlace, placeCode, visitorOutcome } from '@douane/core/regimes';
import type { Command } from 'commander';
import { readSetup } from '../files';
import { Refused, today } from '../say';

interface Flags {
  setup: string;
  place: string;
  gpc?: boolean;
  age?: string;
  guardian?: boolean;
  choice?: string;
  days?: string;
  on: string;
  json?: boolean;
}

/** `douane decide`: what a visitor of a site is asked and what may run, with the reasons. */
export function decideCommand(program: Command): void {
  program
    .command('decide')
    .description('tell what a visitor is asked and what may run, and by which law')
    .requiredOption('--setup <file>', 'the site’s setup, format douane.setup/3 or older')
    .requiredOption('--place <code>', 'where the visitor is: DE, US-CA, or "" for an unknown place')
    .option('--gpc', 'the browser sends Global Privacy Control')
    .option('--age <years>', 'the site tells how old its visitor is')
    .option('--guardian', 'and that a parent or guardian has agreed')
    .option('--choice <choice>', 'what stands: accept, refuse or only:PURPOSE')
    .option('--days <n>', 'how many days ago it was chosen')
    .option('--on <date>', 'by the laws of which day', today())
    .option('--json', 'as JSON')
    .action(async (flags: Flags) => {
      const setup = await readSetup(flags.setup);
      const problem = (flags.place && placeProblem(flags.place)) || dayProblem(setup.regions, flags.on);
      if (problem) throw new Refused(problem);
      const place = parsePlace(flags.place);
      const outcome = visitorOutcome(setup, {
        place,
        signals: {
          gpc: flags.gpc === true,
          ...(flags.age !== undefined && { age: ageOf(flags.age) }),
          ...(flags.guardian && { guardian: true }),
        },
        choice: choiceOf(flags, setup.purposes),
        on: flags.on,
      });
      if (flags.json) {
        console.log(JSON.stringify(outcome, null, 2));
        return;
      }
      const where = place ? placeName(placeCode(place)) : 'an unknown place';
      console.log(`A visitor from ${where} on ${flags.on} is ${outcome.ask ? 'asked' : 'not asked'}.\n`);
      for (const { id, name } of setup.purposes) {
        const state = outcome.granted[id] ? 'may run' : outcome.barred.includes(id) ? 'kept off by age' : 'held';
        console.log(`  ${name}: ${state} (${MODE_WORDS[outcome.modes[id]!]})`);
      }
      for (const link of outcome.links) console.log(`  a link is called “${link}”`);
      console.log('');
      for (const { text, article, toBeConfirmed } of outcome.trace)
        console.log(`- ${text}${article ? ` [${article}${toBeConfirmed ? ', to be confirmed' : ''}]` : ''}`);
    });
}

function ageOf(text: string): number {
  const age = parseAge(text);
  if (age === null) throw new Refused(`--age ${text}: give whole years, such as 14`);
  return age;
}

function choiceOf({ choice, days, gpc }: Flags, purposes: { id: string; necessary?: boolean }[]): Choice | null {
  if (days !== undefined && !/^\d{1,5}$/.test(days)) throw new Refused(`--days ${days}: give a whole number of days`);
  if (choice === undefined || choice === 'none') return null;
  const steps = parseSteps(choice, { purposes });
  if (typeof steps === 'string') throw new Refused(`--choice: ${steps}`);
  const chosen = choiceAfter(steps, { purposes }, gpc === true);
  return (
    chosen && {
      ...chosen,
      ...(days !== undefined && { ageDays: Number(days) }),
    }
  );
}
