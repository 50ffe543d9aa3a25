import type { AgreementWords } from './types';

export const it: AgreementWords = {
  title: 'A che cosa le chiediamo di acconsentire',
  lead: 'Legga ogni documento, spunti ciò che accetta e salvi la risposta. Ciò che non è spuntato vale come un no.',
  guardianLead:
    'Un minore vuole usare questo sito e l’ha indicata come genitore o tutore. Spunti ciò che accetta per il minore.',
  must: 'Necessario per proseguire',
  may: 'Di sua libera scelta',
  read: 'Leggere',
  agree: (title) => `Accetto: ${title}`,
  save: 'Salva la mia risposta',
  refuse: 'No a tutto',
  allDone: 'Non c’è nulla a cui deve rispondere.',
  back: 'Torna al sito',
  tickMust: 'Senza questo non può proseguire. Lo spunti oppure scelga «No a tutto».',
  guardianFirst: 'Dove lei vive, chi ha la sua età ha prima bisogno del consenso di un genitore o tutore.',
  guardianMail: 'Indirizzo e-mail di un genitore o tutore',
  guardianAsk: 'Chiedere',
  guardianAsked: 'Gli abbiamo scritto. Torni quando avrà risposto.',
  guardianWrong: 'Questo non è un indirizzo e-mail.',
  old: 'Questo link è troppo vecchio o è già stato usato. Ne chieda uno nuovo sul sito.',
  thanks: 'La sua risposta è salvata.',
  reminder: (site, titles, link) => ({
    subject: `${site}: le chiediamo il suo consenso`,
    text: [
      `Per continuare a usare ${site} le chiediamo di accettare: ${titles}.`,
      `Legga e risponda qui, entro due settimane:\n${link}`,
    ],
  }),
  guardianLetter: (site, titles, link) => ({
    subject: `${site}: le chiediamo il consenso per un minore`,
    text: [
      `Qualcuno che dove vive è minore vuole usare ${site} e ha dato questo indirizzo come quello di un genitore o tutore.`,
      `Le chiediamo di accettare: ${titles}.`,
      `Legga e risponda qui, entro trenta giorni:\n${link}`,
      'Se non ne sa nulla, non faccia nulla: senza la sua risposta nulla è accettato.',
    ],
  }),
};
