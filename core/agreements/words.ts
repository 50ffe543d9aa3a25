import { lookUpLanguage } from '../language/index';

/** What the agreement screen says. */
export interface AgreementWords {
  title: string;
  lead: string;
  guardianLead: string;
  must: string;
  may: string;
  read: string;
  agree(title: string): string;
  save: string;
  refuse: string;
  allDone: string;
  back: string;
  tickMust: string;
  guardianFirst: string;
  guardianMail: string;
  guardianAsk: string;
  guardianAsked: string;
  guardianWrong: string;
  old: string;
  thanks: string;
}

const en: AgreementWords = {
  title: 'What you are asked to agree to',
  lead: 'Read each, tick what you agree to, and keep your answer. What is not ticked counts as a no.',
  guardianLead:
    'A child wants to use this site and named you as parent or guardian. Tick what you agree to for the child.',
  must: 'Needed to go on',
  may: 'Of your own free choice',
  read: 'Read it',
  agree: (title) => `I agree: ${title}`,
  save: 'Keep my answer',
  refuse: 'No to all',
  allDone: 'There is nothing that you have to answer.',
  back: 'Back to the site',
  tickMust: 'Without this you cannot go on. Tick it, or press "No to all".',
  guardianFirst: 'Where you live somebody of your age needs the agreement of a parent or guardian first.',
  guardianMail: 'Mail address of a parent or guardian',
  guardianAsk: 'Ask them',
  guardianAsked: 'We have written to them. Come back when they have answered.',
  guardianWrong: 'This is no mail address.',
  old: 'This link is too old, or was used already. Ask for a new one on the site.',
  thanks: 'Your answer is kept.',
};
const de: AgreementWords = {
  title: 'Worum wir Ihr Einverständnis bitten',
  lead: 'Lesen Sie jedes, haken Sie an, womit Sie einverstanden sind, und speichern Sie. Was nicht angehakt ist, gilt als Nein.',
  guardianLead:
    'Ein Kind möchte diese Seite nutzen und hat Sie als Eltern oder Sorgeberechtigte genannt. Haken Sie an, womit Sie für das Kind einverstanden sind.',
  must: 'Nötig, um fortzufahren',
  may: 'Freiwillig',
  read: 'Lesen',
  agree: (title) => `Ich bin einverstanden: ${title}`,
  save: 'Antwort speichern',
  refuse: 'Nein zu allem',
  allDone: 'Es gibt nichts, worauf Sie antworten müssen.',
  back: 'Zurück zur Seite',
  tickMust: 'Ohne dies geht es nicht weiter. Haken Sie es an, oder wählen Sie „Nein zu allem“.',
  guardianFirst:
    'Wo Sie leben, brauchen Personen Ihres Alters zuerst das Einverständnis der Eltern oder Sorgeberechtigten.',
  guardianMail: 'E-Mail-Adresse der Eltern oder Sorgeberechtigten',
  guardianAsk: 'Anfragen',
  guardianAsked: 'Wir haben ihnen geschrieben. Kommen Sie wieder, wenn sie geantwortet haben.',
  guardianWrong: 'Das ist keine E-Mail-Adresse.',
  old: 'Dieser Link ist zu alt oder wurde schon benutzt. Fordern Sie auf der Seite einen neuen an.',
  thanks: 'Ihre Antwort ist gespeichert.',
};

const WORDS: Record<string, AgreementWords> = { en, de };

/** The words of the first wanted language that there are, else English; with its tag. */
export function agreementWords(wanted: readonly string[]): { language: string; words: AgreementWords } {
  for (const tag of wanted) {
    const near = lookUpLanguage(tag, Object.keys(WORDS));
    if (near) return { language: near, words: WORDS[near]! };
  }
  return { language: 'en', words: en };
}
