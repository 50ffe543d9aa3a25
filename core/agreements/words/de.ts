import type { AgreementWords } from './types';

export const de: AgreementWords = {
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
  reminder: (site, titles, link) => ({
    subject: `${site}: Wir bitten um Ihr Einverständnis`,
    text: [
      `Um ${site} weiter zu nutzen, werden Sie um Ihr Einverständnis gebeten: ${titles}.`,
      `Lesen und antworten Sie hier, innerhalb von zwei Wochen:\n${link}`,
    ],
  }),
  guardianLetter: (site, titles, link) => ({
    subject: `${site}: Wir bitten um Ihr Einverständnis für ein Kind`,
    text: [
      `Jemand, der dort, wo er lebt, ein Kind ist, möchte ${site} nutzen und hat diese Adresse als die der Eltern oder Sorgeberechtigten genannt.`,
      `Sie werden um Ihr Einverständnis gebeten: ${titles}.`,
      `Lesen und antworten Sie hier, innerhalb von dreißig Tagen:\n${link}`,
      'Wissen Sie nichts davon, tun Sie nichts: Ohne Ihre Antwort gilt nichts als vereinbart.',
    ],
  }),
};
