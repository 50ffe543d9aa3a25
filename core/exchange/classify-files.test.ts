import { describe, expect, it } from 'vitest';
import type { CatalogueEntry } from '../classify/catalogue-format';
import {
  catalogueAsCsv,
  decodeText,
  type FileRuling,
  fileRulings,
  mergeCatalogue,
  readCatalogue,
  readRulings,
  rulingsAsCsv,
} from './index';

const PURPOSES = [
  { id: 'necessary', name: 'Necessary' },
  { id: 'measurement', name: 'Measurement' },
  { id: 'embedded', name: 'Embedded content' },
];
const read = (text: string) => readRulings(text, PURPOSES);
const told = (text: string) => read(text).problems.map(({ path, message }) => `${path}: ${message}`);

const RULINGS: FileRuling[] = [
  {
    kind: 'cookie',
    name: '=cmd|"x"',
    host: 'a.example',
    state: 'ruled',
    purpose: 'measurement',
    service: 'Ä, "B"; C',
    description: 'Zwei\nZeilen',
    lifetimeSeconds: null,
    legalBasis: 'consent',
    reason: 'r',
  },
  {
    kind: 'local-storage',
    name: ' k\tey',
    host: 'b.example',
    state: 'ruled',
    purpose: 'embedded',
    service: 'S',
    lifetimeSeconds: 3600,
  },
  { kind: 'request', name: 'script', host: 'c.example', state: 'ignored', reason: 'ours' },
];

describe('rulings as a file', () => {
  it('come back from CSV as they went out, but for blanks around a name', () => {
    const back = read(rulingsAsCsv(RULINGS));
    expect(back.problems).toEqual([]);
    const plain = back.rulings.map(({ where: _, ...ruling }) => JSON.parse(JSON.stringify(ruling)));
    expect(plain).toEqual(RULINGS.map((ruling) => ({ ...ruling, name: ruling.name.trim() })));
    expect(back.rulings.map(({ where }) => where)).toEqual(['line 2', 'line 4', 'line 5']);
  });
  it('come back from JSON', () => {
    const file = { format: 'douane.rulings/1', rulings: RULINGS };
    const back = read(JSON.stringify(file));
    expect(back.problems).toEqual([]);
    expect(back.rulings).toHaveLength(3);
  });
  it.each([';', '\t', '|'])('are read with %j between the columns, by the purpose’s name as well', (separator) => {
    const text = [
      ['Kind', 'Name', 'Host', 'Purpose', 'Legal basis'],
      ['cookie', 'x', 'a.example', 'embedded CONTENT', 'consent'],
    ];
    const { rulings, problems } = read(text.map((row) => row.join(separator)).join('\r\n'));
    expect(problems).toEqual([]);
    expect(rulings).toMatchObject([{ name: 'x', purpose: 'embedded', legalBasis: 'consent' }]);
  });
  it.each<[string, string, string[]]>([
    [
      'a column that is spelt wrong',
      'kind,name,host,purpos\ncookie,a,b,c',
      [
        'line 1, purpos: there is no such column',
        'line 1: the heading row has no purpose; there must be kind, name, host, purpose, and may be service, description, lifetime, legalBasis, reason, state',
      ],
    ],
    [
      'a purpose there is not',
      'kind,name,host,purpose\ncookie,a,b.example,fun',
      ['line 2, purpose: "fun" is no purpose of this site; there are necessary, measurement, embedded'],
    ],
    [
      'a kind, a lifetime, a basis and a state there are not',
      'kind,name,host,purpose,lifetime,legalBasis,state\ncake,a,b,necessary,,,\ncookie,a,b,necessary,long,,\ncookie,a,b,necessary,,mood,\ncookie,a,b,,,,',
      [
        'line 2, kind: "cake" is none of cookie, local-storage, session-storage, indexed-db, cache-storage, service-worker, request',
        'line 3, lifetime: "long" is neither a number of seconds nor "session"',
        'line 4, legalBasis: "mood" is none of consent, contract, legal-obligation, vital-interests, public-task, legitimate-interests, strictly-necessary',
        'line 5, purpose: must not be empty',
      ],
    ],
    [
      'the same thing twice, behind a cell of two lines',
      'kind,name,host,purpose,reason\ncookie,a,b.example,necessary,"one\ntwo"\ncookie,a,b.example,measurement,',
      ['line 4, name: a of b.example was ruled before, in line 2'],
    ],
    [
      'what is ignored without a reason',
      'kind,name,host,purpose,state\ncookie,a,b,,ignored',
      ['line 2, reason: must not be empty'],
    ],
    [
      'nothing at all',
      '  ',
      [
        'line 1: the file is empty; there must be kind, name, host, purpose, and may be service, description, lifetime, legalBasis, reason, state',
      ],
    ],
    [
      'JSON of another format',
      '{"format":"x","rulings":[{"kind":"cookie"}]}',
      [
        'format: Invalid input: expected "douane.rulings/1"',
        'rulings[0].name: Invalid input: expected string, received undefined',
        'rulings[0].host: Invalid input: expected string, received undefined',
      ],
    ],
  ])('names by line and column %s', (_what, text, problems) => {
    expect(told(text)).toEqual(problems);
  });
  it('of a million rows are refused after the first hundred thousand', () => {
    const row = 'cookie,name,host.example,necessary\n';
    const text = `kind,name,host,purpose\n${row.repeat(1_000_000)}`;
    expect(told(text)).toEqual([expect.stringMatching(/^line 100002: more than 100,000 rows; split the file/)]);
  });
  it('leaves out what is open', () => {
    const head = { kind: 'cookie', name: 'x', host: 'h' } as const;
    expect(
      fileRulings([
        { ...head, ruling: null },
        { ...head, ruling: null, aside: { state: 'open', because: { code: 'said', text: 'r' } } },
      ]),
    ).toEqual([{ ...head, state: 'open', reason: 'r' }]);
  });
});

describe('encodings', () => {
  const text = 'kind,name\ncookie,Fähre';
  it.each<[string, Uint8Array]>([
    ['UTF-8', new TextEncoder().encode(text)],
    ['UTF-8', Uint8Array.of(0xef, 0xbb, 0xbf, ...new TextEncoder().encode(text))],
    ['UTF-16', Uint8Array.of(0xff, 0xfe, ...Buffer.from(text, 'utf16le'))],
    ['UTF-16', Uint8Array.from(Buffer.from(text, 'utf16le'))],
    ['UTF-16', Uint8Array.of(0xfe, 0xff, ...Buffer.from(text, 'utf16le').swap16())],
    ['Windows-1252', Uint8Array.from(Buffer.from(text, 'latin1'))],
  ])('%s is read', (encoding, bytes) => {
    expect(decodeText(bytes)).toEqual({ text, encoding });
  });
});

describe('a catalogue as a file', () => {
  const entries: CatalogueEntry[] = [
    { name: '_x*', kinds: ['cookie', 'local-storage'], service: 'X', purpose: 'measurement', lifetimeSeconds: 60 },
    {
      host: 'h.example',
      service: 'H',
      purpose: 'embedded',
      description: 'd',
      policyUrl: 'https://h.example/p',
      lifetimeSeconds: null,
    },
  ];
  const ids = PURPOSES.map(({ id }) => id);
  it('comes back from CSV', () => {
    expect(readCatalogue(catalogueAsCsv(entries), ids)).toEqual({ entries, problems: [] });
  });
  it('names what is wrong, patterns that mean everything among it', () => {
    const text = 'name,host,service,purpose\n*,,S,measurement\n,,S,measurement\nok,,S,fun';
    expect(readCatalogue(text, ids).problems.map(({ path, message }) => `${path}: ${message}`)).toEqual([
      'line 2, name: "*" would fit nearly every name; write at least two characters beside the *',
      'line 3, name: an entry needs a name, a host or both',
      'line 4, purpose: "fun" is no purpose of any site; there are necessary, measurement, embedded',
    ]);
  });
  it('is merged into the one there is, or takes its place', () => {
    const [x, h] = entries as [CatalogueEntry, CatalogueEntry];
    const file = [
      { ...x, service: 'Other' },
      { name: 'new', service: 'N', purpose: 'necessary' },
    ];
    const added = mergeCatalogue([x, h], file, false);
    expect([added.added.length, added.changed.length, added.removed.length, added.result.length]).toEqual([1, 1, 0, 3]);
    const replaced = mergeCatalogue([x, h], [x], true);
    expect([replaced.same, replaced.removed, replaced.result]).toEqual([1, [h], [x]]);
  });
});
