import type { AgreementWords } from './types';

export const fr: AgreementWords = {
  title: 'Ce à quoi nous vous demandons de consentir',
  lead: 'Lisez chaque document, cochez ce que vous acceptez, puis enregistrez. Ce qui n’est pas coché vaut refus.',
  guardianLead:
    'Un enfant souhaite utiliser ce site et vous a indiqué comme parent ou tuteur. Cochez ce que vous acceptez pour lui.',
  must: 'Nécessaire pour continuer',
  may: 'De votre plein gré',
  read: 'Lire',
  agree: (title) => `J’accepte : ${title}`,
  save: 'Enregistrer ma réponse',
  refuse: 'Tout refuser',
  allDone: 'Aucune réponse n’est attendue de vous.',
  back: 'Retour au site',
  tickMust: 'Sans cela vous ne pouvez pas continuer. Cochez, ou choisissez « Tout refuser ».',
  guardianFirst: 'Là où vous vivez, une personne de votre âge a d’abord besoin de l’accord d’un parent ou tuteur.',
  guardianMail: 'Adresse électronique d’un parent ou tuteur',
  guardianAsk: 'Lui demander',
  guardianAsked: 'Nous lui avons écrit. Revenez quand il aura répondu.',
  guardianWrong: 'Ce n’est pas une adresse électronique.',
  old: 'Ce lien est trop ancien ou a déjà servi. Demandez-en un nouveau sur le site.',
  thanks: 'Votre réponse est enregistrée.',
  reminder: (site, titles, link) => ({
    subject: `${site} : votre accord est demandé`,
    text: [
      `Pour continuer à utiliser ${site}, nous vous demandons d’accepter : ${titles}.`,
      `Lisez et répondez ici, dans les deux semaines :\n${link}`,
    ],
  }),
  guardianLetter: (site, titles, link) => ({
    subject: `${site} : votre accord pour un enfant est demandé`,
    text: [
      `Une personne qui est mineure là où elle vit souhaite utiliser ${site} et a donné cette adresse comme celle d’un parent ou tuteur.`,
      `Nous vous demandons d’accepter : ${titles}.`,
      `Lisez et répondez ici, dans les trente jours :\n${link}`,
      'Si vous n’en savez rien, ne faites rien : sans votre réponse, rien n’est accepté.',
    ],
  }),
};
