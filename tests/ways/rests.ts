/** What a means does not hold, or not every time, and why. The test fails if another way joins it. */
export interface Rest {
  because: string;
  ways: string[];
}

const inMarkup = (...ids: string[]) => ids.map((id) => `markup ${id}`);
const atRunTime = (...ids: string[]) => ids.map((id) => `run time ${id}`);
const own = (...ids: string[]) => ids.map((id) => `own ${id}`);

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

export const SENT: Rest = {
  because: 'the page’s own server sends it in its answer',
  ways: own('link of the answer', 'style of the answer', 'cookie of the answer'),
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
      ...inMarkup('audio', 'embed', 'iframe', 'iframe srcdoc', 'iframe of a javascript address', 'img lazy', 'object'),
      ...inMarkup('prefetch', 'script module that imports', 'stylesheet alternate', 'SVG filter', 'table background'),
      ...inMarkup('video', 'video source'),
      ...atRunTime('SVG image', 'img by innerHTML outside the page', 'img in a shadow tree', 'img in markup'),
      ...atRunTime(
        'img parsed and adopted',
        'img by outerHTML',
        'img set unsafely',
        'picture',
        'iframe srcdoc',
        'track',
      ),
      ...atRunTime('script in a fragment', 'script written'),
      ...inMarkup('script that writes'),
    ],
  },
  {
    because: 'no setter stands before this property or attribute',
    ways: [
      ...atRunTime('SVG image by attribute', 'audio', 'video', 'video poster', 'embed', 'object', 'img srcset'),
      ...atRunTime('input image', 'script by attribute node', 'script by namespaced attribute', 'script module'),
      ...atRunTime('script of SVG', 'import', 'import from a data address'),
    ],
  },
  {
    because: 'the browser asks for what a style names',
    ways: [
      ...inMarkup(
        'style attribute',
        'style background',
        'style before',
        'style border',
        'style font',
        'style image-set',
      ),
      ...inMarkup('style list', 'style mask', 'style variable'),
      ...atRunTime('style', 'style adopted', 'style attribute', 'style font', 'style import', 'style property'),
      ...atRunTime('style rule', 'style text'),
      ...own('style sheet', 'style sheet that imports'),
    ],
  },
  {
    because: 'it runs in a realm of its own, or with what was taken from one',
    ways: [
      ...atRunTime('fetch from a fresh realm', 'image from a fresh realm', 'native taken from a fresh realm'),
      ...atRunTime('setter taken from a fresh realm', 'page written into a frame', 'module worker', 'worklet'),
      ...atRunTime('shared worker from a blob', 'worker from a blob', 'worker that imports scripts'),
      ...own('module worker', 'shared worker', 'worker', 'worker of a worker', 'worker that imports'),
    ],
  },
  {
    because: 'it is a connection of another kind, or a frame is led there',
    ways: atRunTime(
      ...['event source', 'web socket', 'ping of a link', 'form into a frame', 'link into a frame', 'iframe led away'],
    ),
  },
  {
    because: 'an address of the site’s own leads there, which only the browser sees',
    ways: own('address that leads a request on', 'address that leads on', 'module'),
  },
];
