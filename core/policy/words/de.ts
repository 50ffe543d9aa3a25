import type { PolicyWords } from './types';

export const de: PolicyWords = {
  proposed: {
    log: 'IP-Adresse, Zeit, abgerufene Seite, Browser',
    logFor: 'Um die Seiten auszuliefern und die Website sicher zu halten',
    logInterest: 'Eine Website, die funktioniert und Angriffen standhält',
    identifiers: 'Kennungen in Cookies und im Speicher des Browsers, besuchte Seiten, Gerät und Browser',
    asked: 'Zu tun, was der Besucher von der Website verlangt',
    asListed: 'So lange, wie die Liste des Gespeicherten es für jedes nennt',
  },
  titles: {
    privacy: 'Datenschutzerklärung',
    cookies: 'Cookie-Richtlinie',
    imprint: 'Impressum',
    terms: 'Nutzungsbedingungen',
    'app-cookies': 'Was diese App speichert',
    staff: 'Datenschutzhinweise für Beschäftigte',
    applicants: 'Datenschutzhinweise für Bewerbungen',
    supplement: 'Datenschutzhinweise für Einwohner von US-Bundesstaaten',
  },
  intro: {
    privacy: (site, who) =>
      `Hier steht, was ${who} mit personenbezogenen Daten macht, wenn Sie ${site} nutzen, und was Sie verlangen können.`,
    cookies: (site) =>
      `Hier steht, was ${site} in Ihrem Browser ablegt, wofür und wie lange, und wie Sie Ihre Entscheidung ändern.`,
    'app-cookies': (site) => `Hier steht, was die App ${site} auf Ihrem Gerät ablegt, wofür und wie lange.`,
    staff: (_site, who) => `Hier steht, was ${who} mit personenbezogenen Daten der Beschäftigten macht.`,
    applicants: (_site, who) => `Hier steht, was ${who} mit personenbezogenen Daten aus Bewerbungen macht.`,
    supplement: (site, who) =>
      `Diese Hinweise ergänzen die Datenschutzerklärung von ${site} um das, was ${who} Einwohnern von US-Bundesstaaten mitzuteilen hat.`,
    terms: (site, who) => `Hier steht, zu welchen Bedingungen ${who} ${site} anbietet.`,
  },
  controller: 'Wer verantwortlich ist',
  imprint: 'Wer diese Seite anbietet',
  representative: 'Vertreter in der Europäischen Union',
  officer: 'Datenschutzbeauftragte Person',
  representedBy: 'Vertreten durch',
  register: 'Register',
  vat: 'Umsatzsteuer-Identifikationsnummer',
  uses: 'Was wir verwenden, wofür, und warum wir das dürfen',
  use: {
    source: {
      given: 'Sie geben es uns.',
      observed: 'Es entsteht, wenn Sie die Seite nutzen.',
      others: (from) => `Wir haben es von: ${from || 'Dritten'}.`,
    },
    what: (what) => `Was: ${what}.`,
    basis: {
      consent:
        'Rechtsgrundlage: Ihre Einwilligung (Art. 6 Abs. 1 lit. a DSGVO), die Sie jederzeit widerrufen können; was bis dahin geschah, bleibt rechtmäßig.',
      contract: 'Rechtsgrundlage: ein Vertrag mit Ihnen oder Schritte davor (Art. 6 Abs. 1 lit. b DSGVO).',
      'legal-duty': 'Rechtsgrundlage: eine rechtliche Verpflichtung (Art. 6 Abs. 1 lit. c DSGVO).',
      vital: 'Rechtsgrundlage: lebenswichtige Interessen (Art. 6 Abs. 1 lit. d DSGVO).',
      public: 'Rechtsgrundlage: eine Aufgabe im öffentlichen Interesse (Art. 6 Abs. 1 lit. e DSGVO).',
      interest: 'Rechtsgrundlage: unser berechtigtes Interesse (Art. 6 Abs. 1 lit. f DSGVO).',
    },
    interest: (interest) => `Unser Interesse: ${interest}.`,
    balance: (balance) => `Warum Ihre Interessen nicht überwiegen: ${balance}.`,
    retention: (time) => `Aufbewahrt: ${time}.`,
  },
  form: {
    agree: (who, what, why) =>
      `Ich willige ein, dass ${who} diese Daten von mir verwendet: ${what}, und zwar dafür: ${why}. Ich kann das jederzeit widerrufen.`,
  },
  stored: 'Was in Ihrem Browser abgelegt wird',
  storedWhere: 'Die Liste von allem, was abgelegt wird, mit der Dauer, steht in der Cookie-Richtlinie.',
  recipients: 'Wer Daten erhält',
  recipientsNone: 'Wir geben Daten an niemanden weiter außer an die, die sie von Gesetzes wegen erhalten müssen.',
  others: 'Weitere Empfänger',
  roles: {
    processor: 'in unserem Auftrag',
    controller: 'in eigener Verantwortung',
    joint: 'gemeinsam mit uns',
  },
  transfers: 'Daten, die den Europäischen Wirtschaftsraum verlassen',
  transfersNone: 'Daten verlassen den Europäischen Wirtschaftsraum nicht.',
  transfer: {
    unsaid: (name, country) => `${name}, ${country}.`,
    adequacy: (name, country) =>
      `${name}, ${country}: aufgrund eines Beschlusses der Europäischen Kommission, dass Daten dort angemessen geschützt sind (Art. 45 DSGVO).`,
    clauses: (name, country) =>
      `${name}, ${country}: aufgrund von Standardvertragsklauseln der Europäischen Kommission (Art. 46 Abs. 2 lit. c DSGVO). Eine Kopie erhalten Sie von uns.`,
    rules: (name, country) =>
      `${name}, ${country}: aufgrund verbindlicher interner Datenschutzvorschriften (Art. 47 DSGVO). Eine Kopie erhalten Sie von uns.`,
    consent: (name, country) =>
      `${name}, ${country}: mit Ihrer ausdrücklichen Einwilligung (Art. 49 Abs. 1 lit. a DSGVO).`,
  },
  rights: 'Ihre Rechte',
  rightsHow: {
    page: (url) => `Ihre Rechte nehmen Sie unter ${url} wahr. Das kostet nichts.`,
    mail: (email) => `Ihre Rechte nehmen Sie wahr, indem Sie an ${email} schreiben. Das kostet nichts.`,
    unsaid: 'Ihre Rechte nehmen Sie wahr, indem Sie uns schreiben. Das kostet nichts.',
  },
  right: {
    access: 'erfahren, was wir von Ihnen haben, und eine Kopie erhalten',
    rectification: 'es berichtigen lassen',
    erasure: 'es löschen lassen',
    restriction: 'seine Verwendung einschränken lassen',
    portability: 'es in maschinenlesbarer Form mitnehmen',
    objection: 'seiner Verwendung widersprechen, der für Werbung jederzeit',
    'opt-out-of-sale': 'seinem Verkauf oder Teilen widersprechen',
    'opt-out-of-targeting': 'zielgerichteter Werbung widersprechen',
    'opt-out-of-profiling': 'dem Profiling widersprechen',
    'limit-sensitive': 'die Verwendung sensibler Daten einschränken',
    withdrawal: 'eine Einwilligung widerrufen',
    appeal: 'unserer Antwort widersprechen',
    'list-of-recipients': 'eine Liste derer erhalten, die es erhalten haben',
  },
  lawsOf: { eu: 'Europäischer Wirtschaftsraum', us: 'Vereinigte Staaten, übrige Bundesstaaten', world: 'Übrige Welt' },
  rightsUnder: (place) => `${place}: Nach dem dort geltenden Recht können Sie:`,
  answerDays: (days) => `Wir antworten innerhalb von ${days} Tagen.`,
  complaint: 'Beschwerden',
  complaintTo: (name) => `Sie können sich bei einer Aufsichtsbehörde beschweren, unter anderem: ${name}.`,
  children: 'Kinder',
  childrenNot: (age) =>
    `Die Seite richtet sich nicht an Kinder. Für Personen unter ${age} Jahren willigen die Eltern oder Sorgeberechtigten ein.`,
  childrenFor: (age) =>
    `Auch Kinder nutzen die Seite. Unter ${age} Jahren bitten wir die Eltern oder Sorgeberechtigten um Einwilligung.`,
  automated: 'Automatisierte Entscheidungen',
  automatedNone: 'Wir treffen keine Entscheidung über Sie allein auf automatisiertem Weg.',
  automatedUsed:
    'Einige Entscheidungen über Sie werden allein auf automatisiertem Weg getroffen (Art. 22 DSGVO). Sie können verlangen, dass ein Mensch sie prüft, Ihren Standpunkt darlegen und sie anfechten.',
  sale: 'Verkauf und Teilen personenbezogener Informationen',
  saleNone:
    'Wir verkaufen Ihre personenbezogenen Informationen nicht und teilen sie nicht für Werbung über mehrere Seiten hinweg.',
  saleSells:
    'Wir verkaufen personenbezogene Informationen im Sinn der Gesetze von US-Bundesstaaten. Sie können jederzeit widersprechen.',
  saleShares:
    'Wir teilen personenbezogene Informationen für Werbung über mehrere Seiten hinweg. Sie können jederzeit widersprechen.',
  saleSignal: 'Ein Signal Ihres Browsers nach Global Privacy Control gilt als Widerspruch.',
  incentives: 'Finanzielle Anreize',
  contact: 'Kontakt',
  changes: 'Änderungen dieses Dokuments',
  terms: {
    scope: [
      'Worum es geht',
      'Diese Bedingungen gelten für alle, die die Seite nutzen. Was mit Ihnen anders schriftlich vereinbart ist, geht vor.',
    ],
    use: [
      'Wie die Seite genutzt werden darf',
      'Tun Sie nichts damit, was Recht bricht, anderen schadet oder ihren Betrieb stört.',
    ],
    liability: [
      'Haftung',
      'Wir haften unbeschränkt für Vorsatz und grobe Fahrlässigkeit und wo das Gesetz es bestimmt. Sonst haften wir für wesentliche Vertragspflichten bis zum vorhersehbaren Schaden.',
    ],
    law: [
      'Anwendbares Recht',
      'Es gilt das Recht des Landes, in dem der Anbieter niedergelassen ist. Was Verbraucher dort schützt, wo sie leben, bleibt unberührt.',
    ],
  },
  reads: {
    units: { hour: 'stunden?', day: 'tage?n?', week: 'wochen?', month: 'monate?n?', year: 'jahre?n?' },
    denies:
      '\\b(nicht|keine?\\w*|niemals)\\b[^.]{0,60}(übermitt\\w*|verlass\\w*|drittl[äa]nd\\w*|drittstaat\\w*|außerhalb)|(übermitt\\w*|verlass\\w*|drittl[äa]nd\\w*)[^.]{0,80}\\b(nicht|niemals)\\b',
    gap: 'name|datum|firma|adresse',
  },
};
