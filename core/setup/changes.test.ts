import { expect, it } from 'vitest';
import { changesOf, newSetup, type Setup } from './index';

const setup = newSetup({ key: 's', name: 'S', address: 'http://site.localhost/' }, 'http://localhost/g/s');
setup.services = [
  { id: 'count', name: 'Count', purpose: 'measurement', hosts: ['a.localhost'], items: [] },
  { id: 'maps', name: 'Maps', purpose: 'embedded', hosts: ['m.localhost'], items: [] },
];

it.each<[string, (next: Setup) => void, object[]]>([
  ['nothing', () => {}, []],
  [
    'a colour',
    (s) => {
      s.banner.face.light.accent = '#112233';
    },
    [{ where: 'Face: light, accent', before: '#34398f', after: '#112233' }],
  ],
  [
    'a service that came before the others',
    (s) => {
      s.services.unshift({ id: 'ads', name: 'Ads', purpose: 'advertising', hosts: [], items: [] });
    },
    [{ where: 'Services: ads', before: '', after: 'Ads' }],
  ],
  [
    'a service that went',
    (s) => {
      s.services.shift();
    },
    [{ where: 'Services: count', before: 'Count', after: '' }],
  ],
  [
    'hosts of a service',
    (s) => {
      s.services[1]!.hosts.push('n.localhost');
    },
    [{ where: 'Services: maps, hosts', before: 'm.localhost', after: 'm.localhost, n.localhost' }],
  ],
  [
    'the order of the buttons',
    (s) => {
      s.banner.form.order = ['accept', 'choose', 'refuse'];
    },
    [{ where: 'Form: order', before: 'refuse, choose, accept', after: 'accept, choose, refuse' }],
  ],
  [
    'words in a language, which are cut where they are long',
    (s) => {
      s.banner.texts = { de: { title: 'Wir fragen' }, en: { body: 'x'.repeat(900) } };
    },
    [
      { where: 'Words: German', before: '', after: 'title Wir fragen' },
      { where: 'Words: English', before: '', after: `body ${'x'.repeat(155)}…` },
    ],
  ],
  [
    'whom a change asks again, and a logo',
    (s) => {
      s.banner.asking = { again: { policy: 'nobody' }, notOn: ['/help/*'] };
      s.banner.face.logo = { data: 'data:image/png;base64,AAAA', width: 10, height: 10, alt: '' };
    },
    [
      { where: 'Face: logo', before: '', after: 'data a picture, width 10, height 10' },
      { where: 'Asking', before: '', after: 'again policy nobody, not on /help/*' },
    ],
  ],
])('tells %s', (_what, change, expected) => {
  const next = structuredClone(setup);
  change(next);
  expect(changesOf(setup, next)).toEqual(expected);
});
