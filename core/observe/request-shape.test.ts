import { expect, it } from 'vitest';
import { serviceByShape } from './request-shape';

const SHAPES = [
  { service: 'Oddgull', path: '/og/collect', names: ['cid', 'ev'] },
  { service: 'Parcelmoon', path: '/v1/*/pack', names: ['writeToken'] },
  { service: 'Tern', path: '/pack', names: ['writeToken', 'tern'] },
];
const by = (url: string, posted = '') => serviceByShape(url, posted, SHAPES);

it.each([
  ['a query', 'https://shop.example/og/collect?cid=1&ev=view', '', 'Oddgull'],
  ['a path of the site’s own before it', 'https://shop.example/relay/og/collect?cid=1&ev=view', '', 'Oddgull'],
  ['a form', 'https://shop.example/og/collect', 'cid=1&ev=view', 'Oddgull'],
  ['JSON, in part in the query', 'https://shop.example/og/collect?cid=1', '{"batch":[{"ev":"view"}]}', 'Oddgull'],
  ['one part that varies', 'https://shop.example/v1/a81/pack', '{"writeToken":"x"}', 'Parcelmoon'],
])('is known by %s', (_, url, posted, service) => expect(by(url, posted)).toBe(service));

it.each([
  ['half a path', 'https://shop.example/xog/collect?cid=1&ev=view', ''],
  ['one name too few', 'https://shop.example/og/collect?cid=1', ''],
  ['a name as a value', 'https://shop.example/og/collect?cid=ev', '{"a":"ev"}'],
  ['more path behind it', 'https://shop.example/og/collect/all?cid=1&ev=1', ''],
  ['what two services send', 'https://shop.example/v1/a/pack?tern=1', '{"writeToken":1}'],
  ['a body that is neither', 'https://shop.example/og/collect', '<cid/><ev/>'],
])('is not known by %s', (_, url, posted) => expect(by(url, posted)).toBeUndefined());
