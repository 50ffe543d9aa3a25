import type { PolicyWords } from './types';

export const fr: PolicyWords = {
  proposed: {
    log: 'Adresse IP, heure, page demandée, navigateur',
    logFor: 'Fournir les pages et assurer la sécurité du site',
    logInterest: 'Un site qui fonctionne et résiste aux attaques',
    identifiers: 'Identifiants dans les cookies et le stockage du navigateur, pages visitées, appareil et navigateur',
    asked: 'Faire ce que le visiteur demande au site',
    asListed: 'Aussi longtemps que l’indique, pour chaque élément, la liste de ce qui est stocké',
  },
  titles: {
    privacy: 'Politique de confidentialité',
    cookies: 'Politique relative aux cookies',
    imprint: 'Mentions légales',
    terms: 'Conditions d’utilisation',
    'app-cookies': 'Ce que cette application stocke',
    staff: 'Information du personnel sur ses données',
    applicants: 'Information des candidats sur leurs données',
    supplement: 'Information des résidents d’États des États-Unis',
  },
  intro: {
    privacy: (site, who) =>
      `Ce document indique ce que ${who} fait des données personnelles lorsque vous utilisez ${site}, et ce que vous pouvez demander.`,
    cookies: (site) =>
      `Cette page énumère ce que ${site} conserve dans votre navigateur, à quelles fins et combien de temps, et comment changer d’avis.`,
    'app-cookies': (site) =>
      `Cette page énumère ce que l’application ${site} conserve sur votre appareil, à quelles fins et combien de temps.`,
    staff: (_site, who) => `Ce document indique ce que ${who} fait des données personnelles de son personnel.`,
    applicants: (_site, who) =>
      `Ce document indique ce que ${who} fait des données personnelles des personnes qui lui adressent une candidature.`,
    supplement: (site, who) =>
      `Ce document complète la politique de confidentialité de ${site} par ce que les lois d’États des États-Unis imposent à ${who} de dire à leurs résidents.`,
    terms: (site, who) => `Ces conditions indiquent comment ${who} propose ${site}.`,
  },
  controller: 'Qui est responsable',
  imprint: 'Qui propose ce site',
  representative: 'Représentant dans l’Union européenne',
  officer: 'Délégué à la protection des données',
  representedBy: 'Représenté par',
  register: 'Registre',
  vat: 'Numéro de TVA',
  uses: 'Ce que nous utilisons, à quelles fins et sur quelle base',
  use: {
    source: {
      given: 'Vous nous le donnez.',
      observed: 'Cela naît de votre utilisation du site.',
      others: (from) => `Source : ${from || 'des tiers'}.`,
    },
    what: (what) => `Données : ${what}.`,
    basis: {
      consent:
        'Base légale : votre consentement (art. 6, § 1, a) du RGPD), que vous pouvez retirer à tout moment ; ce qui a été fait jusque-là reste licite.',
      contract: 'Base légale : un contrat avec vous, ou des mesures préalables (art. 6, § 1, b) du RGPD).',
      'legal-duty': 'Base légale : une obligation légale (art. 6, § 1, c) du RGPD).',
      vital: 'Base légale : des intérêts vitaux (art. 6, § 1, d) du RGPD).',
      public: 'Base légale : une mission d’intérêt public (art. 6, § 1, e) du RGPD).',
      interest: 'Base légale : notre intérêt légitime (art. 6, § 1, f) du RGPD).',
    },
    interest: (interest) => `Notre intérêt : ${interest}.`,
    balance: (balance) => `Pourquoi les vôtres ne prévalent pas : ${balance}.`,
    retention: (time) => `Durée de conservation : ${time}.`,
  },
  form: {
    agree: (who, what, why) =>
      `J’accepte que mes données suivantes : ${what}, soient utilisées à cette fin : ${why}. Responsable : ${who}. Je peux retirer mon accord à tout moment.`,
  },
  stored: 'Ce qui est stocké dans votre navigateur',
  storedWhere: 'La liste de tout ce qui est stocké, avec les durées, figure dans la politique relative aux cookies.',
  recipients: 'Qui reçoit des données',
  recipientsNone: 'Nous ne transmettons de données à personne, sauf à ceux à qui la loi nous y oblige.',
  others: 'Autres destinataires',
  roles: {
    processor: 'pour notre compte',
    controller: 'sous sa propre responsabilité',
    joint: 'conjointement avec nous',
  },
  transfers: 'Données qui quittent l’Espace économique européen',
  transfersNone: 'Les données ne quittent pas l’Espace économique européen.',
  transfer: {
    unsaid: (name, country) => `${name}, ${country}.`,
    adequacy: (name, country) =>
      `${name}, ${country} : sur la base d’une décision d’adéquation de la Commission européenne (art. 45 du RGPD).`,
    clauses: (name, country) =>
      `${name}, ${country} : sur la base des clauses contractuelles types de la Commission européenne (art. 46, § 2, c) du RGPD). Nous vous en remettons une copie sur demande.`,
    rules: (name, country) =>
      `${name}, ${country} : sur la base de règles d’entreprise contraignantes (art. 47 du RGPD). Nous vous en remettons une copie sur demande.`,
    consent: (name, country) => `${name}, ${country} : avec votre consentement explicite (art. 49, § 1, a) du RGPD).`,
  },
  rights: 'Vos droits',
  rightsHow: {
    page: (url) => `Vous exercez vos droits à l’adresse ${url}. C’est gratuit.`,
    mail: (email) => `Vous exercez vos droits en écrivant à ${email}. C’est gratuit.`,
    unsaid: 'Vous exercez vos droits en nous écrivant. C’est gratuit.',
  },
  right: {
    access: 'savoir ce que nous détenons sur vous et en obtenir une copie',
    rectification: 'le faire rectifier',
    erasure: 'le faire effacer',
    restriction: 'en faire limiter l’utilisation',
    portability: 'l’emporter sous une forme lisible par une machine',
    objection: 'vous opposer à son utilisation, et toujours à celle à des fins de publicité',
    'opt-out-of-sale': 'vous opposer à sa vente ou à son partage',
    'opt-out-of-targeting': 'vous opposer à la publicité ciblée',
    'opt-out-of-profiling': 'vous opposer au profilage',
    'limit-sensitive': 'faire limiter l’utilisation de données sensibles',
    withdrawal: 'retirer un consentement',
    appeal: 'contester notre réponse',
    'list-of-recipients': 'obtenir la liste de ceux qui l’ont reçu',
  },
  lawsOf: { eu: 'Espace économique européen', us: 'États-Unis, autres États', world: 'Reste du monde' },
  rightsUnder: (place) => `${place} : selon le droit applicable, vous pouvez :`,
  answerDays: (days) => `Nous répondons dans un délai de ${days} jours.`,
  complaint: 'Réclamations',
  complaintTo: (name) =>
    `Vous pouvez introduire une réclamation auprès d’une autorité de contrôle, entre autres : ${name}.`,
  children: 'Enfants',
  childrenNot: (age) =>
    `Le site ne s’adresse pas aux enfants. En dessous de ${age} ans, le consentement est donné par un parent ou tuteur.`,
  childrenFor: (age) =>
    `Des enfants utilisent aussi le site. En dessous de ${age} ans, nous demandons le consentement d’un parent ou tuteur.`,
  automated: 'Décisions automatisées',
  automatedNone: 'Nous ne prenons à votre égard aucune décision fondée sur un seul traitement automatisé.',
  automatedUsed:
    'Certaines décisions à votre égard sont fondées sur un seul traitement automatisé (art. 22 du RGPD). Vous pouvez demander qu’une personne les examine, donner votre point de vue et les contester.',
  sale: 'Vente et partage d’informations personnelles',
  saleNone:
    'Nous ne vendons pas vos informations personnelles et ne les partageons pas à des fins de publicité d’un site à l’autre.',
  saleSells:
    'Nous vendons des informations personnelles au sens des lois d’États des États-Unis. Vous pouvez vous y opposer à tout moment.',
  saleShares:
    'Nous partageons des informations personnelles à des fins de publicité d’un site à l’autre. Vous pouvez vous y opposer à tout moment.',
  saleSignal: 'Un signal Global Privacy Control de votre navigateur vaut opposition.',
  incentives: 'Avantages financiers',
  contact: 'Contact',
  changes: 'Modifications de ce document',
  terms: {
    scope: [
      'Objet de ces conditions',
      'Elles valent pour toute personne qui utilise le site. Ce qui est convenu autrement avec vous par écrit prévaut.',
    ],
    use: [
      'Utilisation du site',
      'N’en faites rien qui soit contraire à la loi, qui nuise à autrui ou qui perturbe son fonctionnement.',
    ],
    liability: [
      'Responsabilité',
      'Notre responsabilité est illimitée en cas de dol ou de faute lourde et là où la loi le prévoit. Pour le reste, elle porte sur les obligations essentielles du contrat, dans la limite du dommage prévisible.',
    ],
    law: [
      'Droit applicable',
      'Le droit du pays où le fournisseur est établi s’applique. Ce qui protège les consommateurs là où ils vivent reste acquis.',
    ],
  },
  reads: {
    units: { hour: 'heures?', day: 'jours?', week: 'semaines?', month: 'mois', year: 'ans?|années?' },
    denies:
      "\\b(ne|n’|n'|aucune?|jamais)[^.]{0,60}(transf[eé]r\\p{L}*|quitt\\p{L}*|pays tiers|hors de)|(transf[eé]r\\p{L}*|pays tiers)[^.]{0,60}\\b(aucune?|jamais|pas)\\b",
    gap: 'nom|date|société|adresse',
  },
};
