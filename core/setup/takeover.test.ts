import { describe, expect, it } from 'vitest';
import { lookOf, newSetup, parseSetup, TAKEOVER_PARTS, type TakeoverPart, takenOver, withLook } from './index';

const site = (key: string) =>
  newSetup({ key, name: key, address: `http://${key}.localhost/` }, `http://localhost/g/${key}`);

function first() {
  const setup = site('first');
  setup.regions = { regimes: ['eu', 'br'], fallback: 'eu' };
  setup.purposes[1]!.name = 'Comfort';
  Object.assign(setup.banner, {
    languages: ['en', 'fr'],
    texts: { en: { title: 'Ours' }, fr: { title: 'Le nôtre' } },
    wording: { br: { en: { title: 'For Brazil' } } },
    policyUrl: 'https://first.example/p',
  });
  setup.banner.form.kind = 'card';
  setup.banner.face.radius = 20;
  return setup;
}

describe('what another site takes over', () => {
  it('is all of it, and stays right', () => {
    const taken = takenOver(site('second'), first(), TAKEOVER_PARTS);
    expect(taken.banner).toMatchObject({
      form: { kind: 'card' },
      face: { radius: 20 },
      languages: ['en', 'fr'],
      texts: { fr: { title: 'Le nôtre' } },
    });
    expect(taken.purposes[1]!.name).toBe('Comfort');
    expect(taken.site).toEqual(site('second').site);
    expect(taken.banner.policyUrl).toBe('http://localhost/g/second/policy');
    expect(parseSetup(taken).ok).toBe(true);
  });

  it.each<[TakeoverPart, (s: ReturnType<typeof first>) => unknown]>([
    ['face', (s) => s.banner.face],
    ['form', (s) => s.banner.form],
    ['languages', (s) => s.banner.languages],
    ['purposes', (s) => s.purposes],
    ['regions', (s) => s.regions],
  ])('is %s alone, and the rest as it was', (part, of) => {
    const taken = takenOver(site('second'), first(), [part]);
    expect(of(taken)).toEqual(of(first()));
    expect(parseSetup(taken).ok).toBe(true);
  });

  it('leaves out what makes no sense here', () => {
    const taken = takenOver(site('second'), first(), ['words']);
    // French is not spoken here, and Brazil's law is not served.
    expect(taken.banner.texts).toEqual({ en: { title: 'Ours' } });
    expect(taken.banner.wording).toEqual({});
  });

  it('keeps a purpose that a service of the site has', () => {
    const own = site('second');
    own.purposes.push({ id: 'games', name: 'Games', text: 'To play.' });
    own.services.push({ id: 'x', name: 'X', purpose: 'games', hosts: [], items: [] });
    const { purposes } = takenOver(own, first(), ['purposes']);
    expect(purposes.map(({ id }) => id)).toContain('games');
    expect(purposes[1]!.name).toBe('Comfort');
  });
});

describe('with what differs kept', () => {
  const changed = () => {
    const now = first();
    now.banner.face.radius = 8;
    now.banner.face.light.accent = '#112233';
    now.banner.texts.en = { title: 'Newer', body: 'New too' };
    return now;
  };

  it('takes what changed since, and leaves what was changed here', () => {
    const own = takenOver(site('second'), first(), TAKEOVER_PARTS);
    own.banner.face.radius = 2;
    own.banner.texts.en = { title: 'Second’s own' };
    const { banner } = takenOver(own, changed(), TAKEOVER_PARTS, first());
    expect(banner.face).toMatchObject({ radius: 2, light: { accent: '#112233' } });
    expect(banner.texts.en).toEqual({ title: 'Second’s own', body: 'New too' });
  });

  it('dresses a site in a look, and later in no more than what changed of it', () => {
    const second = site('second');
    second.banner.noticeAfter = true;
    const dressed = withLook(second, lookOf(first()));
    expect(dressed.banner).toMatchObject({
      face: { radius: 20 },
      form: { kind: 'card' },
      noticeAfter: true,
      texts: {},
    });
    dressed.banner.form.corner = 'top-left';
    const { banner } = withLook(dressed, lookOf(changed()), lookOf(first()));
    expect(banner).toMatchObject({ face: { radius: 8 }, form: { corner: 'top-left', kind: 'card' } });
  });
});
