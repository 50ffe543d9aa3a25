import { assessAll, type OrganisationFacts, thresholdWords, VERDICT_WORDS } from '@douane/core/regimes';
import { answerLines, namedPlacesWords } from '@douane/core/setup';
import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import { factLines, heading, pdfOf, reportFrame, table, title } from './pdf';

/** What the document of a questionnaire is made from: plain data, so that it can be handed to a thread. */
export interface AppliesAbout {
  organisation: string;
  facts: OrganisationFacts;
  /** Who answered, and when (ISO). */
  person: string;
  at: string;
  /** By the laws of which day, as an ISO date. */
  on: string;
}

export const appliesPdf = (about: AppliesAbout): Promise<Buffer> => pdfOf(appliesReport(about));

/** "Does it apply to us?": what was answered, and what each law comes to by which threshold. */
export function appliesReport({ organisation, facts, person, at, on }: AppliesAbout): TDocumentDefinitions {
  return {
    ...reportFrame(`Which laws bind ${organisation}`),
    content: [
      title(`Which laws bind ${organisation}`),
      ...factLines([
        ['Answered', `by ${person}, ${new Date(at).toUTCString()}`],
        ['Laws as of', on],
        ['Standing', 'By the laws as they are read here. This is no legal advice.'],
      ]),
      heading('What was answered'),
      ...factLines(answerLines(facts)),
      heading('What follows'),
      table(
        ['Law', 'Verdict', 'By', 'What would change it', 'Source'],
        [110, 60, 110, 110, '*'],
        assessAll(facts, on).map(({ regime, verdict, coming, by, wouldChange, unanswered, exempt }) => [
          regime.territory.length > 1 ? `${regime.name} (${namedPlacesWords(regime.territory, 3)})` : regime.name,
          `${VERDICT_WORDS[verdict]}${coming ? `, from ${regime.inForce.from}` : ''}`,
          by.map(thresholdWords).join(', and '),
          exempt
            ? 'bodies without profit are not bound'
            : [...unanswered, ...wouldChange].map(thresholdWords).join('; '),
          regime.applies.source,
        ]),
        400,
      ),
    ],
  };
}
