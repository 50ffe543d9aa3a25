import type { AgeBand, Cited, Regime } from '../types';

/** Below the age of GDPR art. 8 a parent's yes is needed for what rests on consent. */
export function guardianUnder(age: number, source: string): { childAge: Cited<number>; minors: Cited<AgeBand[]> } {
  const band: AgeBand = { under: age, needs: 'guardian', of: ['sale', 'sharing', 'targeted-advertising', 'profiling'] };
  return { childAge: { value: age, source }, minors: { value: [band], source } };
}

/** A member state that differs from the rest in the age of children, in who watches, and in which of its laws says so. */
interface State {
  code: string;
  name: string;
  /** Its rule after ePrivacy Directive art. 5(3). */
  law: string;
  age: number;
  authority: string;
  url: string;
}

// Ages: notifications of the states to the Commission under GDPR art. 8(1).
const STATES: State[] = [
  {
    code: 'AT',
    name: 'Austria',
    law: 'Telekommunikationsgesetz 2021 § 165(3)',
    age: 14,
    authority: 'Datenschutzbehörde',
    url: 'https://www.dsb.gv.at/',
  },
  {
    code: 'BE',
    name: 'Belgium',
    law: 'Law of 30 July 2018 art. 10/2',
    age: 13,
    authority: 'Autorité de protection des données',
    url: 'https://www.dataprotectionauthority.be/',
  },
  {
    code: 'BG',
    name: 'Bulgaria',
    law: 'Electronic Commerce Act art. 4a',
    age: 14,
    authority: 'Commission for Personal Data Protection',
    url: 'https://www.cpdp.bg/',
  },
  {
    code: 'CY',
    name: 'Cyprus',
    law: 'Law 112(I)/2004 s. 99(5)',
    age: 14,
    authority: 'Commissioner for Personal Data Protection',
    url: 'https://www.dataprotection.gov.cy/',
  },
  {
    code: 'CZ',
    name: 'Czechia',
    law: 'Act 127/2005 § 89(3)',
    age: 15,
    authority: 'Úřad pro ochranu osobních údajů',
    url: 'https://www.uoou.cz/',
  },
  {
    code: 'DK',
    name: 'Denmark',
    law: 'Executive Order 1148 of 2011 (cookiebekendtgørelsen) § 3',
    age: 15,
    authority: 'Datatilsynet',
    url: 'https://www.datatilsynet.dk/',
  },
  {
    code: 'EE',
    name: 'Estonia',
    law: 'Electronic Communications Act, after the Directive',
    age: 13,
    authority: 'Andmekaitse Inspektsioon',
    url: 'https://www.aki.ee/',
  },
  {
    code: 'FI',
    name: 'Finland',
    law: 'Act 917/2014 § 205',
    age: 13,
    authority: 'Tietosuojavaltuutetun toimisto',
    url: 'https://tietosuoja.fi/',
  },
  {
    code: 'GR',
    name: 'Greece',
    law: 'Law 3471/2006 art. 4(5)',
    age: 15,
    authority: 'Hellenic Data Protection Authority',
    url: 'https://www.dpa.gr/',
  },
  {
    code: 'HR',
    name: 'Croatia',
    law: 'Electronic Communications Act (ZEK) art. 43',
    age: 16,
    authority: 'Agencija za zaštitu osobnih podataka',
    url: 'https://azop.hr/',
  },
  {
    code: 'HU',
    name: 'Hungary',
    law: 'Act C of 2003 § 155(4)',
    age: 16,
    authority: 'NAIH',
    url: 'https://www.naih.hu/',
  },
  {
    code: 'IE',
    name: 'Ireland',
    law: 'S.I. 336/2011 reg. 5',
    age: 16,
    authority: 'Data Protection Commission',
    url: 'https://www.dataprotection.ie/',
  },
  {
    code: 'IS',
    name: 'Iceland',
    law: 'Electronic Communications Act 70/2022, after the Directive',
    age: 13,
    authority: 'Persónuvernd',
    url: 'https://www.personuvernd.is/',
  },
  {
    code: 'LI',
    name: 'Liechtenstein',
    law: 'Communications Act (KomG), after the Directive',
    age: 16,
    authority: 'Datenschutzstelle',
    url: 'https://www.datenschutzstelle.li/',
  },
  {
    code: 'LT',
    name: 'Lithuania',
    law: 'Law on Electronic Communications, after the Directive',
    age: 14,
    authority: 'Valstybinė duomenų apsaugos inspekcija',
    url: 'https://vdai.lrv.lt/',
  },
  {
    code: 'LU',
    name: 'Luxembourg',
    law: 'Law of 30 May 2005 art. 4(3)(e)',
    age: 16,
    authority: 'Commission nationale pour la protection des données',
    url: 'https://cnpd.public.lu/',
  },
  {
    code: 'LV',
    name: 'Latvia',
    law: 'Law on Information Society Services, after the Directive',
    age: 13,
    authority: 'Datu valsts inspekcija',
    url: 'https://www.dvi.gov.lv/',
  },
  {
    code: 'MT',
    name: 'Malta',
    law: 'Subsidiary Legislation 586.01 reg. 5',
    age: 13,
    authority: 'Information and Data Protection Commissioner',
    url: 'https://idpc.org.mt/',
  },
  {
    code: 'NL',
    name: 'Netherlands',
    law: 'Telecommunicatiewet art. 11.7a',
    age: 16,
    authority: 'Autoriteit Persoonsgegevens',
    url: 'https://autoriteitpersoonsgegevens.nl/',
  },
  {
    code: 'NO',
    name: 'Norway',
    law: 'Ekomloven 2024 § 3-15',
    age: 13,
    authority: 'Datatilsynet',
    url: 'https://www.datatilsynet.no/',
  },
  {
    code: 'PL',
    name: 'Poland',
    law: 'Electronic Communications Law of 2024 art. 399',
    age: 16,
    authority: 'Urząd Ochrony Danych Osobowych',
    url: 'https://uodo.gov.pl/',
  },
  {
    code: 'PT',
    name: 'Portugal',
    law: 'Lei 41/2004 art. 5',
    age: 13,
    authority: 'Comissão Nacional de Proteção de Dados',
    url: 'https://www.cnpd.pt/',
  },
  {
    code: 'RO',
    name: 'Romania',
    law: 'Law 506/2004 art. 4(5)',
    age: 16,
    authority: 'ANSPDCP',
    url: 'https://www.dataprotection.ro/',
  },
  {
    code: 'SE',
    name: 'Sweden',
    law: 'Lag (2022:482) om elektronisk kommunikation 9 kap. 28 §',
    age: 13,
    authority: 'Integritetsskyddsmyndigheten',
    url: 'https://www.imy.se/',
  },
  {
    code: 'SI',
    name: 'Slovenia',
    law: 'ZEKom-2 art. 225',
    age: 15,
    authority: 'Informacijski pooblaščenec',
    url: 'https://www.ip-rs.si/',
  },
  {
    code: 'SK',
    name: 'Slovakia',
    law: 'Act 452/2021 § 109(8)',
    age: 16,
    authority: 'Úrad na ochranu osobných údajov',
    url: 'https://dataprotection.gov.sk/',
  },
];

/** The states of the EEA whose regulators have set nothing of their own for the banner. */
export const eeaStates: Regime[] = STATES.map(({ code, name, law, age, authority, url }) => ({
  id: code.toLowerCase(),
  name,
  parent: 'eu',
  law,
  territory: [code],
  inForce: { from: '2018-05-25' },
  modes: {},
  ...guardianUnder(age, `GDPR art. 8(1) with the law of ${name}`),
  authority: { value: { name: authority, url }, source: 'GDPR art. 51' },
  duties: [],
  sources: [law],
  readOn: '2026-11-25',
}));
