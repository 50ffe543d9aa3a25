/** What a means does not hold, or not every time, and why. The test fails if another way joins it. */
export interface Rest {
  because: string;
  ways: string[];
}

const inMarkup = (...ids: string[]) => ids.map((id) => `markup ${id}`);
const atRunTime = (...ids: string[]) => ids.map((id) => `run time ${id}`);
const own = (...ids: string[]) => ids.map((id) => `own ${id}`);
const elsewhere = (...ids: string[]) => ids.map((id) => `elsewhere ${id}`);

/** Nothing of it runs. */
export const AHEAD: Rest = {
  because: 'the browser asks for it from the markup ahead of all scripts',
  ways: [
    ...inMarkup('SVG image', 'SVG image by xlink', 'img', 'img sizes', 'img srcset', 'input image', 'modulepreload'),
    ...inMarkup('picture source', 'preload font', 'preload image', 'preload script', 'script', 'script async'),
    ...inMarkup('script defer', 'script module', 'script of SVG', 'style import', 'stylesheet', 'video poster'),
    ...own('address that leads a script on'),
    ...['own path', 'own subdomain', 'shared host'].flatMap((who) =>
      own(`${who}: image in the markup`, `${who}: script in the markup`),
    ),
  ],
};

/** Nothing of it runs either. */
export const AS_READ: Rest = {
  because:
    'the browser prefetches as the parser comes to it; to be told of every piece of a body costs a page too much',
  ways: [...inMarkup('speculation rules further down'), ...elsewhere('rules written')],
};

export const SENT: Rest = {
  because: 'the page’s own server sends it in its answer',
  ways: own('link of the answer', 'style of the answer', 'cookie of the answer'),
};

export const LED: Rest = {
  because: 'an address of the site’s own leads the page there, which only its server sees',
  ways: elsewhere('page of an own address'),
};

/** A frame's own page has the gate itself, on most sites. */
export const FRAMED: Rest = {
  because:
    'a page of the site’s own in a frame has the policy of its own answer, and no gate where it does not carry one',
  ways: own(
    'page in a frame',
    'page in a frame by attribute',
    'page in a frame by markup',
    'page in a frame by script',
  ),
};

export const SAME_HOST: Rest = {
  because: 'it stands in the markup, and a policy knows no exception for a path of a host that it lets in',
  ways: ['own path', 'shared host'].flatMap((who) =>
    own(`${who}: image in the markup`, `${who}: script in the markup`),
  ),
};

/** What a script without the browser's policy does not hold. */
export const ALONE: Rest[] = [
  {
    because: 'the parser makes it, and the browser has asked before a script could look',
    ways: [
      ...inMarkup('embed', 'iframe', 'iframe srcdoc', 'iframe of a javascript address', 'object'),
      ...inMarkup('prefetch', 'stylesheet alternate', 'SVG filter', 'video', 'video source', 'audio', 'img lazy'),
    ],
  },
  {
    because: 'code imports it, and no function stands there that could be replaced',
    ways: [
      ...atRunTime('import', 'import from a data address', 'script module', 'module worker'),
      ...own('module worker'),
      ...elsewhere('import by a map', 'worker that imports as it goes', 'worklet of an own file'),
    ],
  },
  {
    because: 'a frame’s address in its own history belongs to nobody else',
    ways: atRunTime('iframe led away'),
  },
  {
    because:
      'a file of the site’s own names it, or an address of the site’s own leads there, which only the browser sees',
    ways: [
      ...own('address that leads a request on', 'address that leads on', 'module'),
      ...own('style sheet', 'style sheet that imports'),
      ...elsewhere('frame of an own address'),
    ],
  },
  {
    because: 'the browser itself asks who could vouch for a visitor, in a window of its own',
    ways: elsewhere('who somebody is'),
  },
];

/** What the script alone does not take up again after a yes. */
export const REFUSED: Rest = {
  because: 'it was refused as a browser refuses it, and who asked has to ask again: on the next page at the latest',
  ways: [
    ...inMarkup('form that sends itself', 'speculation rules'),
    ...inMarkup('speculation rules by script', 'speculation rules further down'),
    ...atRunTime(
      'event source',
      'form into a frame',
      'link into a frame',
      'navigation',
      'page written into a frame',
      'ping of a link',
    ),
    ...atRunTime('replaced page', 'script cloned', 'shared worker from a blob', 'speculation rules', 'style font'),
    ...atRunTime('web socket', 'window', 'worker from a blob', 'worker that imports scripts', 'worklet'),
  ],
};
