/** What a request tells its receiver of page and visitor. */
export const CARRIED = ['page-address', 'page-title', 'screen-size', 'referrer', 'page-content'] as const;
export type Carried = (typeof CARRIED)[number];

export const CARRIED_WORDS: Record<Carried, string> = {
  'page-address': 'the address of the page',
  'page-title': 'the title of the page',
  'screen-size': 'the size of the screen',
  referrer: 'where the visitor came from',
  'page-content': 'what stands on the page',
};

interface About {
  page: string;
  /** Title of the page; empty where it has none. */
  title: string;
  screen: { width: number; height: number };
}

/** Reads what is in the query of `url` and in a short posted body, form or JSON. */
export function carriedBy(url: string, posted: string | undefined, about: About): Carried[] {
  const { search } = new URL(url);
  const values = [...pairs(search.slice(1)), ...(posted ? pairs(posted) : [])];
  const found = new Set<Carried>();
  const page = new URL(about.page);
  const { width, height } = about.screen;
  for (const [name, value] of values) {
    if (value === about.page || value === page.pathname + page.search || value.startsWith(`${page.origin}/`)) {
      found.add(/ref/i.test(name) ? 'referrer' : 'page-address');
    } else if (/^(ref|rf|dr|referr?er|urlref)$/i.test(name)) found.add('referrer');
    if (about.title.length > 3 && value === about.title) found.add('page-title');
    // A width alone may be that of a picture; with a name that says so it is the screen's.
    if (
      isSize(value, width, height) ||
      (/^(s?w|vw|screen.*|width|res|sr|vp)$/i.test(name) && value === String(width))
    ) {
      found.add('screen-size');
    }
    if (holdsPageContent(value)) found.add('page-content');
  }
  return CARRIED.filter((one) => found.has(one));
}

/** `1280x800`, `1280 x 800`, `1280,800`, `1280*800`, whatever follows. */
function isSize(text: string, width: number, height: number): boolean {
  const [first = '', second = ''] = text.slice(0, 40).split(/[x,*]/, 2);
  return first.trim() === String(width) && second.trimStart().startsWith(String(height));
}

/** Whether a text is a copy of what stands on a page, as recorders send it; a few words of markup are none. */
export function holdsPageContent(text: string): boolean {
  return text.length > 400 && /<(html|body|div)[\s>]|"childNodes"/i.test(text.slice(0, 20_000));
}

/** Names and values of a query, a form, or the top of a JSON object. */
function pairs(text: string): [string, string][] {
  if (/^\s*[[{]/.test(text)) {
    try {
      const data = JSON.parse(text) as object;
      return Object.entries(data).map(([name, value]) => [
        name,
        typeof value === 'object' ? JSON.stringify(value) : String(value),
      ]);
    } catch {
      return [['', text]]; // cut short, or of a form of its own
    }
  }
  return [...new URLSearchParams(text)];
}
