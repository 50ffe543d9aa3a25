import { type Banner, newSetup, type Setup } from '@douane/core/setup';

/** Banner designs for the lint: what is lawful as it stands, and what each breach changes of it. */
export type Change = (setup: Setup) => void;

const STORE = { kind: 'cookie' as const, lifetimeSeconds: 2_592_000 };

/** A site in order: every service named, the policy given, the texts read. */
export function lawfulSite(...changes: Change[]): Setup {
  const setup = newSetup({ key: 's', name: 'Larkmoor', address: 'http://site.localhost/' }, 'http://localhost/g/s');
  setup.regions = { regimes: ['eu', 'fr', 'it', 'uk', 'us-ca'], fallback: 'eu' };
  setup.banner.languages = ['en', 'fr', 'it'];
  setup.banner.read = { en: '2026-11-01', fr: '2026-11-01', it: '2026-11-01' };
  setup.banner.policyUrl = 'https://site.example/cookies';
  setup.services = setup.purposes.map(({ id, name }) => ({
    id: `s-${id}`,
    name: `${name} works`,
    purpose: id,
    provider: 'Works of Larkmoor',
    country: 'IE',
    hosts: id === 'necessary' ? [] : [`${id}.example`],
    items: [{ ...STORE, name: `_${id}` }],
  }));
  for (const change of changes) change(setup);
  return setup;
}

export const banner =
  (change: Partial<Banner>): Change =>
  (s) =>
    Object.assign(s.banner, change);
export const form =
  (change: Partial<Banner['form']>): Change =>
  (s) =>
    Object.assign(s.banner.form, change);
export const face =
  (change: Partial<Banner['face']>): Change =>
  (s) =>
    Object.assign(s.banner.face, change);
export const button =
  (change: Partial<Banner['button']>): Change =>
  (s) =>
    Object.assign(s.banner.button, change);
export const css = (text: string): Change => face({ css: text });
export const words =
  (texts: Banner['texts'][string], tag = 'en'): Change =>
  (s) =>
    Object.assign(s.banner.texts, { [tag]: { ...s.banner.texts[tag], ...texts } });
const palette =
  (change: Partial<Banner['face']['light']>): Change =>
  (s) =>
    Object.assign(s.banner.face.light, change);
const regime =
  (id: string, own: object): Change =>
  (s) => {
    s.regions.overrides = { ...s.regions.overrides, [id]: { reason: 'as the board wants it', ...own } };
  };

/** What is wrong, what makes it so, and the rule that has to say it. */
export const BREACHES: [what: string, change: Change, rule: string][] = [
  ['refusing is not drawn', css('[data-act=refuse] { display: none }'), 'refuse-first-layer'],
  ['refusing is there and cannot be seen', css('[data-act=refuse] { opacity: 0.02 }'), 'refuse-first-layer'],
  [
    'refusing is pushed out of the window',
    css('[data-act=refuse] { position: absolute; left: -4000px }'),
    'refuse-first-layer',
  ],
  [
    'something lies over refusing',
    css(
      '.acts { position: relative } .acts::after { content: ""; position: absolute; inset: 0 66% 0 0; background: var(--sheet) }',
    ),
    'refuse-first-layer',
  ],
  ['refusing is cut to nothing', css('[data-act=refuse] { clip-path: circle(0) }'), 'refuse-first-layer'],
  ['refusing is half as large', css('.acts { grid-template-columns: 1fr 1fr 3fr }'), 'refuse-as-plain'],
  ['refusing is in small type', css('[data-act=refuse] { font-size: 12px }'), 'refuse-as-plain'],
  ['refusing is in light type', css('[data-act=refuse] { font-weight: 300 }'), 'refuse-as-plain'],
  [
    'refusing is a link beside a button',
    face({ weights: { refuse: 'plain', choose: 'filled', accept: 'filled' } }),
    'refuse-as-plain',
  ],
  [
    'refusing is outlined and accepting filled',
    face({ weights: { refuse: 'outlined', choose: 'outlined', accept: 'filled' } }),
    'refuse-as-plain',
  ],
  [
    'refusing is grey on grey',
    css('[data-act=refuse] { background: #ddd; border-color: #ddd; color: #999 }'),
    'refuse-as-plain',
  ],
  ['refusing fades', css('[data-act=refuse] { opacity: 0.45 }'), 'refuse-as-plain'],
  [
    'refusing stands far below',
    (s) => {
      form({ order: ['accept', 'choose', 'refuse'] })(s);
      css('.acts { display: block } .act { width: 100% } [data-act=refuse] { margin-top: 140px }')(s);
    },
    'refuse-as-plain',
  ],
  ['choosing is not drawn', css('[data-act=choose] { display: none }'), 'choose-by-purpose'],
  [
    'the page waits behind a dialog without a no',
    (s) => {
      form({ kind: 'dialog', dimmed: true })(s);
      css('[data-act=refuse], [data-act=close-refuse] { visibility: hidden }')(s);
    },
    'no-wall',
  ],
  ['the cross is not drawn in Italy', css('.x { display: none }'), 'close-control-refuses'],
  ['the text is not drawn', css('h2 ~ p { display: none }'), 'information-seen'],
  ['the link to the policy is not drawn', css('p > a { display: none }'), 'policy-seen'],
  ['no policy is named', banner({ policyUrl: undefined }), 'policy-named'],
  ['no button leads back', button({ shown: false }), 'way-back'],
  ['no button leads back on a phone', button({ phone: false }), 'way-back'],
  [
    'the link of California does not show',
    button({ shown: false, page: 'https://site.example/choices' }),
    'link-by-its-name',
  ],
  ['a yes is kept two years', regime('eu', { yesDays: 730 }), 'yes-kept-too-long'],
  ['whoever refused is asked again in a week', regime('us-ca', { askAgainDays: 7 }), 'asked-again-too-soon'],
  [
    'a new service is told to nobody who said yes before',
    (s) => {
      s.banner.asking = { again: { service: 'nobody' } };
    },
    'new-recipients-asked-for',
  ],
  ['a refusal is forgotten in a month', regime('uk', { refusalDays: 30 }), 'refusal-kept-as-long'],
  ['everything runs where a yes is needed', regime('eu', { modes: { default: 'notice' } }), 'asks-less-than-law'],
  [
    'advertising passes as necessary',
    (s) => {
      s.purposes[0]!.activities = ['targeted-advertising'];
    },
    'sale-as-necessary',
  ],
  [
    'statistics and advertising are one question',
    (s) => {
      s.purposes[3]!.activities = ['own-statistics', 'sale'];
    },
    'one-purpose-for-unlike',
  ],
  [
    'nobody says who receives',
    (s) => {
      delete s.services[2]!.provider;
    },
    'recipients-named',
  ],
  [
    'nobody says how long',
    (s) => {
      s.services[2]!.items.push({ kind: 'cookie', name: '_x' });
    },
    'lifetimes-told',
  ],
  [
    'the text nudges',
    words({
      body: 'Accept for the best experience on our site. We store and read data on your device; change it later.',
    }),
    'no-nudging',
  ],
  [
    'the text nudges in French',
    words(
      {
        body: 'Acceptez pour profitez de la meilleure expérience de ce site. Vous pouvez changer d’avis à tout moment.',
      },
      'fr',
    ),
    'no-nudging',
  ],
  ['refusing shames', words({ refuse: 'No thanks, I prefer worse offers' }), 'no-shaming'],
  [
    'going on is a yes',
    words({
      body: 'By continuing to browse this site you agree that we and others store data. You can change this later.',
    }),
    'no-silent-yes',
  ],
  [
    'the site hangs on it',
    words({ body: 'You must accept cookies to read this site, and you can change your mind about this later on.' }),
    'no-threat',
  ],
  ['refusing is called settings', words({ refuse: 'Settings' }), 'refuse-says-no'],
  ['accepting is called OK', words({ accept: 'OK' }), 'accept-says-yes'],
  [
    'nobody says that it can be changed',
    words({
      body: 'We and the services listed store and read data on your device, for the purposes that you find below.',
    }),
    'change-told',
  ],
  ['the text says nothing', words({ body: 'We use cookies. Change it later.' }), 'body-says-what-for'],
  ['the signal is not named', words({ gpcObeyed: 'All is well.' }), 'signal-named'],
  ['the type is faint', palette({ ink: '#aaaaaa' }), 'contrast-of-words'],
  ['the type is faint by own CSS', css('p { color: #c8c8c8 }'), 'contrast-of-words'],
  ['buttons have the colour of the sheet', palette({ accent: '#f6f4ee' }), 'contrast-of-colours'],
  [
    'buttons are tiny',
    css('.act { min-height: 0; padding: 0; font-size: 12px; line-height: 1; border-width: 1px }'),
    'target-size',
  ],
  ['the keyboard is not seen', css(':focus-visible { outline: none }'), 'focus-visible'],
  ['the keyboard jumps', css('.acts { direction: rtl }'), 'focus-order'],
  [
    'it slides in for everybody',
    css('@keyframes up { from { translate: 0 40px } } .sheet { animation: up 400ms }'),
    'no-motion',
  ],
  ['it is wider than a phone', css('.sheet { min-width: 600px }'), 'words-fit'],
  ['a button is cut off', css('.act { white-space: nowrap; overflow: hidden; max-width: 60px }'), 'words-fit'],
  ['the type is small', css('p { font-size: 9px }'), 'type-size'],
  ['the button is out of every window', button({ offset: { x: 380, y: 380 } }), 'button-in-sight'],
  ['the words turn about', words({ title: 'May we\u202e use more?' }), 'hidden-characters'],
  [
    'the logo has no name',
    face({ logo: { data: 'data:image/png;base64,iVBORw0KGgo=', width: 9, height: 9, alt: '' } }),
    'logo-named',
  ],
];

const LOUD = { sheet: '#101418', ink: '#f4f1ea', accent: '#ffd23f', line: '#53606c' };

/** Designs in which nothing is wrong. */
export const LAWFUL: [what: string, change: Change][] = [
  ['as it ships', () => {}],
  ['a bar at the top', form({ edge: 'top' })],
  ['a card at the right', form({ kind: 'card' })],
  [
    'a card at the upper left, round and deep',
    (s) => {
      form({ kind: 'card', corner: 'top-left' })(s);
      face({ radius: 20, shadow: 'deep', width: 480 })(s);
    },
  ],
  ['a dialog', form({ kind: 'dialog' })],
  ['a dialog over a dimmed page', form({ kind: 'dialog', dimmed: true })],
  ['within the page', form({ kind: 'within', into: '#privacy' })],
  ['accepting first', form({ order: ['accept', 'refuse', 'choose'] })],
  ['choosing first', form({ order: ['choose', 'accept', 'refuse'] })],
  [
    'the purposes on the first layer',
    (s) => {
      form({ kind: 'card', purposesFirst: true })(s);
      face({ width: 520 })(s);
    },
  ],
  ['all buttons outlined', face({ weights: { refuse: 'outlined', choose: 'outlined', accept: 'outlined' } })],
  ['choosing as a link', face({ weights: { refuse: 'filled', choose: 'plain', accept: 'filled' } })],
  ['dark', face({ scheme: 'dark' })],
  ['loud', face({ light: LOUD })],
  ['large type, wide', face({ size: 18, space: 16, width: 640 })],
  [
    'small type, narrow',
    (s) => {
      form({ kind: 'card' })(s);
      face({ size: 13, space: 8, width: 320 })(s);
    },
  ],
  [
    'own CSS that only decorates',
    css(
      '.sheet { border-top: 6px solid var(--accent) } h2 { letter-spacing: .02em } .act { text-transform: uppercase }',
    ),
  ],
  [
    'own CSS with motion that knows when to rest',
    css('@media (prefers-reduced-motion: no-preference) { .act { transition: filter 120ms } }'),
  ],
  [
    'own words that say the same',
    (s) => {
      words({
        title: 'Cookies on the ferry',
        accept: 'Yes, all',
        refuse: 'No, none',
        body: 'We and {services} services would like to store data on your device, to count visits and for advertising. Change your choice whenever you like, it stays for {lifetime}.',
      })(s);
      words(
        {
          title: 'Cookies à bord',
          accept: 'Oui, tous',
          refuse: 'Non, aucun',
          body: 'Nous et {services} services souhaitons enregistrer des données sur votre appareil, pour compter les visites et pour la publicité. Vous pouvez changer ce choix à tout moment.',
        },
        'fr',
      )(s);
      words(
        {
          title: 'Cookie a bordo',
          accept: 'Sì, tutti',
          refuse: 'No, nessuno',
          body: 'Noi e {services} servizi vorremmo salvare dati sul suo dispositivo, per contare le visite e per la pubblicità. Può cambiare questa scelta in qualsiasi momento.',
        },
        'it',
      )(s);
    },
  ],
  [
    'the link on a page of its own, without California',
    (s) => {
      button({ shown: false, page: 'https://site.example/choices' })(s);
      s.regions.regimes = ['eu', 'fr', 'it', 'uk'];
    },
  ],
  ['a choice kept for a shorter time than the law allows', regime('eu', { yesDays: 90 })],
  [
    'a signal obeyed in own words',
    (s) => {
      for (const tag of s.banner.languages) words({ gpcObeyed: 'Global Privacy Control: OK.' }, tag)(s);
    },
  ],
];
