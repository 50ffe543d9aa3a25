import type { PolicyWords } from './types';

export const nl: PolicyWords = {
  proposed: {
    log: 'IP-adres, tijdstip, opgevraagde pagina, browser',
    logFor: 'Om de pagina’s te leveren en de site veilig te houden',
    logInterest: 'Een site die werkt en tegen aanvallen bestand is',
    identifiers: 'Identificatoren in cookies en in de opslag van de browser, bezochte pagina’s, apparaat en browser',
    asked: 'Doen wat de bezoeker van de site vraagt',
    asListed: 'Zo lang als de lijst van wat wordt opgeslagen bij elk onderdeel vermeldt',
  },
  titles: {
    privacy: 'Privacyverklaring',
    cookies: 'Cookieverklaring',
    imprint: 'Colofon',
    terms: 'Gebruiksvoorwaarden',
    'app-cookies': 'Wat deze app opslaat',
    staff: 'Privacyverklaring voor medewerkers',
    applicants: 'Privacyverklaring voor sollicitanten',
    supplement: 'Privacyverklaring voor inwoners van Amerikaanse staten',
  },
  intro: {
    privacy: (site, who) =>
      `Hier staat wat ${who} met persoonsgegevens doet wanneer u ${site} gebruikt, en wat u kunt vragen.`,
    cookies: (site) => `Hier staat wat ${site} in uw browser bewaart, waarvoor en hoe lang, en hoe u uw keuze wijzigt.`,
    'app-cookies': (site) => `Hier staat wat de app ${site} op uw apparaat bewaart, waarvoor en hoe lang.`,
    staff: (_site, who) => `Hier staat wat ${who} doet met persoonsgegevens van wie er werkt.`,
    applicants: (_site, who) => `Hier staat wat ${who} doet met persoonsgegevens van wie er solliciteert.`,
    supplement: (site, who) =>
      `Deze verklaring vult de privacyverklaring van ${site} aan met wat de wetten van Amerikaanse staten ${who} opdragen hun inwoners te vertellen.`,
    terms: (site, who) => `Hier staat onder welke voorwaarden ${who} ${site} aanbiedt.`,
  },
  controller: 'Wie verantwoordelijk is',
  imprint: 'Wie deze site aanbiedt',
  representative: 'Vertegenwoordiger in de Europese Unie',
  officer: 'Functionaris voor gegevensbescherming',
  representedBy: 'Vertegenwoordigd door',
  register: 'Register',
  vat: 'Btw-nummer',
  uses: 'Wat we gebruiken, waarvoor, en waarom dat mag',
  use: {
    source: {
      given: 'U geeft het aan ons.',
      observed: 'Het ontstaat wanneer u de site gebruikt.',
      others: (from) => `Bron: ${from || 'derden'}.`,
    },
    what: (what) => `Gegevens: ${what}.`,
    basis: {
      consent:
        'Grondslag: uw toestemming (art. 6, lid 1, onder a, AVG), die u op elk moment kunt intrekken; wat tot dan is gedaan blijft rechtmatig.',
      contract: 'Grondslag: een overeenkomst met u of stappen daarvoor (art. 6, lid 1, onder b, AVG).',
      'legal-duty': 'Grondslag: een wettelijke verplichting (art. 6, lid 1, onder c, AVG).',
      vital: 'Grondslag: vitale belangen (art. 6, lid 1, onder d, AVG).',
      public: 'Grondslag: een taak van algemeen belang (art. 6, lid 1, onder e, AVG).',
      interest: 'Grondslag: ons gerechtvaardigd belang (art. 6, lid 1, onder f, AVG).',
    },
    interest: (interest) => `Ons belang: ${interest}.`,
    balance: (balance) => `Waarom uw belangen niet zwaarder wegen: ${balance}.`,
    retention: (time) => `Bewaartermijn: ${time}.`,
  },
  form: {
    agree: (who, what, why) =>
      `Ik ga ermee akkoord dat ${who} deze gegevens van mij gebruikt: ${what}, en wel hiervoor: ${why}. Ik kan dit op elk moment intrekken.`,
  },
  stored: 'Wat in uw browser wordt opgeslagen',
  storedWhere: 'De lijst van alles wat wordt opgeslagen, met de duur, staat in de cookieverklaring.',
  recipients: 'Wie gegevens ontvangt',
  recipientsNone: 'We geven gegevens aan niemand door, behalve aan wie ze volgens de wet moet krijgen.',
  others: 'Andere ontvangers',
  roles: {
    processor: 'in onze opdracht',
    controller: 'onder eigen verantwoordelijkheid',
    joint: 'samen met ons',
  },
  transfers: 'Gegevens die de Europese Economische Ruimte verlaten',
  transfersNone: 'Gegevens verlaten de Europese Economische Ruimte niet.',
  transfer: {
    unsaid: (name, country) => `${name}, ${country}.`,
    adequacy: (name, country) =>
      `${name}, ${country}: op grond van een adequaatheidsbesluit van de Europese Commissie (art. 45 AVG).`,
    clauses: (name, country) =>
      `${name}, ${country}: op grond van standaardcontractbepalingen van de Europese Commissie (art. 46, lid 2, onder c, AVG). U kunt ons om een kopie vragen.`,
    rules: (name, country) =>
      `${name}, ${country}: op grond van bindende bedrijfsvoorschriften (art. 47 AVG). U kunt ons om een kopie vragen.`,
    consent: (name, country) =>
      `${name}, ${country}: met uw uitdrukkelijke toestemming (art. 49, lid 1, onder a, AVG).`,
  },
  rights: 'Uw rechten',
  rightsHow: {
    page: (url) => `U oefent uw rechten uit op ${url}. Dat kost niets.`,
    mail: (email) => `U oefent uw rechten uit door te schrijven aan ${email}. Dat kost niets.`,
    unsaid: 'U oefent uw rechten uit door ons te schrijven. Dat kost niets.',
  },
  right: {
    access: 'weten wat we van u hebben en er een kopie van krijgen',
    rectification: 'het laten rechtzetten',
    erasure: 'het laten wissen',
    restriction: 'het gebruik ervan laten beperken',
    portability: 'het meenemen in een vorm die machines kunnen lezen',
    objection: 'bezwaar maken tegen het gebruik ervan, en altijd tegen dat voor reclame',
    'opt-out-of-sale': 'bezwaar maken tegen het verkopen of delen ervan',
    'opt-out-of-targeting': 'bezwaar maken tegen gerichte reclame',
    'opt-out-of-profiling': 'bezwaar maken tegen profilering',
    'limit-sensitive': 'het gebruik van gevoelige gegevens laten beperken',
    withdrawal: 'een toestemming intrekken',
    appeal: 'ons antwoord aanvechten',
    'list-of-recipients': 'een lijst krijgen van wie het ontving',
  },
  lawsOf: { eu: 'Europese Economische Ruimte', us: 'Verenigde Staten, andere staten', world: 'Rest van de wereld' },
  rightsUnder: (place) => `${place}: volgens het recht dat daar geldt kunt u:`,
  answerDays: (days) => `We antwoorden binnen ${days} dagen.`,
  complaint: 'Klachten',
  complaintTo: (name) => `U kunt een klacht indienen bij een toezichthoudende autoriteit, onder meer: ${name}.`,
  children: 'Kinderen',
  childrenNot: (age) =>
    `De site is niet bedoeld voor kinderen. Voor wie jonger is dan ${age} jaar geeft een ouder of voogd toestemming.`,
  childrenFor: (age) =>
    `Ook kinderen gebruiken de site. Onder de ${age} jaar vragen we een ouder of voogd om toestemming.`,
  automated: 'Geautomatiseerde besluiten',
  automatedNone: 'We nemen over u geen besluit dat alleen op geautomatiseerde middelen berust.',
  automatedUsed:
    'Sommige besluiten over u berusten alleen op geautomatiseerde middelen (art. 22 AVG). U kunt vragen dat een mens ze bekijkt, uw standpunt geven en ze aanvechten.',
  sale: 'Verkopen en delen van persoonlijke informatie',
  saleNone: 'We verkopen uw persoonlijke informatie niet en delen die niet voor reclame over verschillende sites heen.',
  saleSells:
    'We verkopen persoonlijke informatie in de zin van de wetten van Amerikaanse staten. U kunt op elk moment bezwaar maken.',
  saleShares:
    'We delen persoonlijke informatie voor reclame over verschillende sites heen. U kunt op elk moment bezwaar maken.',
  saleSignal: 'Een Global Privacy Control-signaal van uw browser geldt als bezwaar.',
  incentives: 'Financiële voordelen',
  contact: 'Contact',
  changes: 'Wijzigingen van dit document',
  terms: {
    scope: [
      'Waar deze voorwaarden over gaan',
      'Ze gelden voor iedereen die de site gebruikt. Wat schriftelijk anders met u is afgesproken gaat voor.',
    ],
    use: [
      'Hoe de site mag worden gebruikt',
      'Doe er niets mee dat de wet overtreedt, anderen schaadt of de werking verstoort.',
    ],
    liability: [
      'Aansprakelijkheid',
      'We zijn onbeperkt aansprakelijk voor opzet en grove nalatigheid en waar de wet dat bepaalt. Verder zijn we aansprakelijk voor wat voor de overeenkomst wezenlijk is, tot de schade die te voorzien was.',
    ],
    law: [
      'Toepasselijk recht',
      'Het recht van het land waar de aanbieder gevestigd is, is van toepassing. Wat consumenten beschermt waar zij wonen blijft gelden.',
    ],
  },
  reads: {
    units: {
      hour: 'u(?:u?r|ren)',
      day: 'dag(?:en)?',
      week: 'we(?:ek|ken)',
      month: 'maand(?:en)?',
      year: 'ja(?:ar|ren)',
    },
    denies:
      '\\b(niet|geen|nooit)\\b[^.]{0,60}(doorge\\p{L}*|doorgif\\p{L}*|verla\\p{L}*|derde land\\p{L}*|buiten)|(doorge\\p{L}*|doorgif\\p{L}*|verla\\p{L}*|derde land\\p{L}*)[^.]{0,60}\\b(niet|nooit)\\b',
    gap: 'naam|datum|bedrijf|adres',
  },
};
