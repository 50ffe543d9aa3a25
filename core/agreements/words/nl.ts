import type { AgreementWords } from './types';

export const nl: AgreementWords = {
  title: 'Waarvoor wij uw instemming vragen',
  lead: 'Lees elk document, vink aan waarmee u instemt en bewaar uw antwoord. Wat niet is aangevinkt, geldt als nee.',
  guardianLead:
    'Een kind wil deze site gebruiken en noemde u als ouder of voogd. Vink aan waarmee u voor het kind instemt.',
  must: 'Nodig om verder te gaan',
  may: 'Uit vrije keuze',
  read: 'Lezen',
  agree: (title) => `Ik stem in: ${title}`,
  save: 'Mijn antwoord bewaren',
  refuse: 'Nee tegen alles',
  allDone: 'Er is niets waarop u hoeft te antwoorden.',
  back: 'Terug naar de site',
  tickMust: 'Zonder dit kunt u niet verder. Vink het aan of kies “Nee tegen alles”.',
  guardianFirst: 'Waar u woont heeft iemand van uw leeftijd eerst de instemming van een ouder of voogd nodig.',
  guardianMail: 'E-mailadres van een ouder of voogd',
  guardianAsk: 'Vragen',
  guardianAsked: 'Wij hebben hun geschreven. Kom terug wanneer zij hebben geantwoord.',
  guardianWrong: 'Dit is geen e-mailadres.',
  old: 'Deze link is te oud of al gebruikt. Vraag op de site een nieuwe aan.',
  thanks: 'Uw antwoord is bewaard.',
  reminder: (site, titles, link) => ({
    subject: `${site}: uw instemming wordt gevraagd`,
    text: [
      `Om ${site} te blijven gebruiken vragen wij uw instemming met: ${titles}.`,
      `Lees het en antwoord hier, binnen twee weken:\n${link}`,
    ],
  }),
  guardianLetter: (site, titles, link) => ({
    subject: `${site}: uw instemming voor een kind wordt gevraagd`,
    text: [
      `Iemand die waar hij of zij woont een kind is, wil ${site} gebruiken en gaf dit adres op als dat van een ouder of voogd.`,
      `Wij vragen uw instemming met: ${titles}.`,
      `Lees het en antwoord hier, binnen dertig dagen:\n${link}`,
      'Weet u nergens van, doe dan niets: zonder uw antwoord is met niets ingestemd.',
    ],
  }),
};
