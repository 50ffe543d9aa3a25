import type { PolicyWords } from './types';

export const it: PolicyWords = {
  proposed: {
    log: 'Indirizzo IP, ora, pagina richiesta, browser',
    logFor: 'Fornire le pagine e mantenere sicuro il sito',
    logInterest: 'Un sito che funziona e resiste agli attacchi',
    identifiers: 'Identificatori nei cookie e nella memoria del browser, pagine visitate, dispositivo e browser',
    asked: 'Fare ciò che il visitatore chiede al sito',
    asListed: 'Per il tempo che l’elenco di ciò che viene memorizzato indica per ciascun elemento',
  },
  titles: {
    privacy: 'Informativa sulla privacy',
    cookies: 'Informativa sui cookie',
    imprint: 'Note legali',
    terms: 'Condizioni d’uso',
    'app-cookies': 'Che cosa memorizza questa app',
    staff: 'Informativa sulla privacy per il personale',
    applicants: 'Informativa sulla privacy per i candidati',
    supplement: 'Informativa sulla privacy per i residenti di Stati degli USA',
  },
  intro: {
    privacy: (site, who) =>
      `Questa informativa dice che cosa fa ${who} dei dati personali quando Lei utilizza ${site}, e che cosa può chiedere.`,
    cookies: (site) =>
      `Questa pagina elenca ciò che ${site} conserva nel Suo browser, per quale scopo e per quanto tempo, e come cambiare idea.`,
    'app-cookies': (site) =>
      `Questa pagina elenca ciò che l’app ${site} conserva sul Suo dispositivo, per quale scopo e per quanto tempo.`,
    staff: (_site, who) => `Questa informativa dice che cosa fa ${who} dei dati personali di chi lavora per suo conto.`,
    applicants: (_site, who) => `Questa informativa dice che cosa fa ${who} dei dati personali di chi si candida.`,
    supplement: (site, who) =>
      `Questa informativa aggiunge all’informativa sulla privacy di ${site} ciò che le leggi di Stati degli USA chiedono a ${who} di dire ai loro residenti.`,
    terms: (site, who) => `Queste condizioni dicono come ${who} offre ${site}.`,
  },
  controller: 'Chi è il titolare',
  imprint: 'Chi offre questo sito',
  representative: 'Rappresentante nell’Unione europea',
  officer: 'Responsabile della protezione dei dati',
  representedBy: 'Rappresentato da',
  register: 'Registro',
  vat: 'Partita IVA',
  uses: 'Che cosa utilizziamo, per quale scopo e su quale base',
  use: {
    source: {
      given: 'È Lei a fornirceli.',
      observed: 'Nascono quando utilizza il sito.',
      others: (from) => `Fonte: ${from || 'terzi'}.`,
    },
    what: (what) => `Dati: ${what}.`,
    basis: {
      consent:
        'Base giuridica: il Suo consenso (art. 6, par. 1, lett. a) del GDPR), che può revocare in ogni momento; ciò che è stato fatto fino ad allora resta lecito.',
      contract: 'Base giuridica: un contratto con Lei o misure precontrattuali (art. 6, par. 1, lett. b) del GDPR).',
      'legal-duty': 'Base giuridica: un obbligo di legge (art. 6, par. 1, lett. c) del GDPR).',
      vital: 'Base giuridica: interessi vitali (art. 6, par. 1, lett. d) del GDPR).',
      public: 'Base giuridica: un compito di interesse pubblico (art. 6, par. 1, lett. e) del GDPR).',
      interest: 'Base giuridica: il nostro interesse legittimo (art. 6, par. 1, lett. f) del GDPR).',
    },
    interest: (interest) => `Il nostro interesse: ${interest}.`,
    balance: (balance) => `Perché i Suoi non prevalgono: ${balance}.`,
    retention: (time) => `Conservazione: ${time}.`,
  },
  form: {
    agree: (who, what, why) =>
      `Acconsento che ${who} utilizzi questi miei dati: ${what}, per questo scopo: ${why}. Posso revocarlo in ogni momento.`,
  },
  stored: 'Che cosa viene memorizzato nel Suo browser',
  storedWhere: 'L’elenco di tutto ciò che viene memorizzato, con le durate, è nell’informativa sui cookie.',
  recipients: 'Chi riceve dati',
  recipientsNone: 'Non comunichiamo dati a nessuno, salvo a chi deve riceverli per legge.',
  others: 'Altri destinatari',
  roles: {
    processor: 'per nostro conto',
    controller: 'sotto la propria responsabilità',
    joint: 'insieme a noi',
  },
  transfers: 'Dati che lasciano lo Spazio economico europeo',
  transfersNone: 'I dati non lasciano lo Spazio economico europeo.',
  transfer: {
    unsaid: (name, country) => `${name}, ${country}.`,
    adequacy: (name, country) =>
      `${name}, ${country}: in base a una decisione di adeguatezza della Commissione europea (art. 45 del GDPR).`,
    clauses: (name, country) =>
      `${name}, ${country}: in base a clausole contrattuali tipo della Commissione europea (art. 46, par. 2, lett. c) del GDPR). Può chiedercene una copia.`,
    rules: (name, country) =>
      `${name}, ${country}: in base a norme vincolanti d’impresa (art. 47 del GDPR). Può chiedercene una copia.`,
    consent: (name, country) =>
      `${name}, ${country}: con il Suo consenso esplicito (art. 49, par. 1, lett. a) del GDPR).`,
  },
  rights: 'I Suoi diritti',
  rightsHow: {
    page: (url) => `Può esercitare i Suoi diritti all’indirizzo ${url}. Non costa nulla.`,
    mail: (email) => `Può esercitare i Suoi diritti scrivendo a ${email}. Non costa nulla.`,
    unsaid: 'Può esercitare i Suoi diritti scrivendoci. Non costa nulla.',
  },
  right: {
    access: 'sapere che cosa abbiamo di Lei e ottenerne una copia',
    rectification: 'farlo rettificare',
    erasure: 'farlo cancellare',
    restriction: 'farne limitare l’uso',
    portability: 'portarlo con sé in una forma leggibile da una macchina',
    objection: 'opporsi al suo uso, e sempre a quello per la pubblicità',
    'opt-out-of-sale': 'opporsi alla sua vendita o condivisione',
    'opt-out-of-targeting': 'opporsi alla pubblicità mirata',
    'opt-out-of-profiling': 'opporsi alla profilazione',
    'limit-sensitive': 'far limitare l’uso di dati sensibili',
    withdrawal: 'revocare un consenso',
    appeal: 'contestare la nostra risposta',
    'list-of-recipients': 'ottenere l’elenco di chi lo ha ricevuto',
  },
  lawsOf: { eu: 'Spazio economico europeo', us: 'Stati Uniti, altri Stati', world: 'Resto del mondo' },
  rightsUnder: (place) => `${place}: secondo la legge applicabile, Lei può:`,
  answerDays: (days) => `Rispondiamo entro ${days} giorni.`,
  complaint: 'Reclami',
  complaintTo: (name) => `Può proporre reclamo a un’autorità di controllo, tra le altre: ${name}.`,
  children: 'Minori',
  childrenNot: (age) =>
    `Il sito non è rivolto ai minori. Sotto i ${age} anni il consenso è dato da un genitore o tutore.`,
  childrenFor: (age) =>
    `Anche minori utilizzano il sito. Sotto i ${age} anni chiediamo il consenso di un genitore o tutore.`,
  automated: 'Decisioni automatizzate',
  automatedNone: 'Non prendiamo su di Lei alcuna decisione basata unicamente su mezzi automatizzati.',
  automatedUsed:
    'Alcune decisioni su di Lei si basano unicamente su mezzi automatizzati (art. 22 del GDPR). Può chiedere che le esamini una persona, esprimere la Sua opinione e contestarle.',
  sale: 'Vendita e condivisione di informazioni personali',
  saleNone: 'Non vendiamo le Sue informazioni personali e non le condividiamo per pubblicità tra siti diversi.',
  saleSells: 'Vendiamo informazioni personali nel senso delle leggi di Stati degli USA. Può opporsi in ogni momento.',
  saleShares: 'Condividiamo informazioni personali per pubblicità tra siti diversi. Può opporsi in ogni momento.',
  saleSignal: 'Un segnale Global Privacy Control del Suo browser vale come opposizione.',
  incentives: 'Incentivi economici',
  contact: 'Contatti',
  changes: 'Modifiche di questo documento',
  terms: {
    scope: [
      'Oggetto di queste condizioni',
      'Valgono per chiunque utilizzi il sito. Quanto concordato diversamente con Lei per iscritto prevale.',
    ],
    use: [
      'Come si può utilizzare il sito',
      'Non ne faccia nulla che violi la legge, danneggi altri o ne impedisca il funzionamento.',
    ],
    liability: [
      'Responsabilità',
      'Rispondiamo senza limiti per dolo e colpa grave e dove la legge lo prevede. Per il resto rispondiamo degli obblighi essenziali del contratto, fino al danno prevedibile.',
    ],
    law: [
      'Legge applicabile',
      'Si applica la legge del paese in cui il fornitore è stabilito. Ciò che protegge i consumatori dove vivono resta fermo.',
    ],
  },
  reads: {
    units: { hour: 'or[ae]', day: 'giorn[io]', week: 'settiman[ae]', month: 'mes[ei]', year: 'ann[io]' },
    denies:
      '\\b(non|mai|nessun\\p{L}*)\\b[^.]{0,60}(trasfer\\p{L}*|lascia\\p{L}*|paesi terzi|al di fuori|fuori)|(trasfer\\p{L}*|paesi terzi)[^.]{0,60}\\b(mai|non|nessun\\p{L}*)\\b',
    gap: 'nome|data|azienda|società|indirizzo',
  },
};
