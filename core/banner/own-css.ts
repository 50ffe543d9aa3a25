import { generate, ident, lexer, parse, walk } from 'css-tree';
import type { Banner } from '../setup/types';

export interface CssProblem {
  /** Counted from 1. */
  line: number;
  message: string;
  /** It may not be kept at all: it would load something, or reach out of the banner. */
  refused?: true;
}

/** At-rules that stay within the banner's own tree. */
const ALLOWED_RULES = new Set(['media', 'supports', 'container', 'layer', 'keyframes', 'starting-style']);
/** Functions that fetch (CSS Images 4, CSS Values 5). */
const LOADING = new Set(['url', 'src', 'image', 'image-set', '-webkit-image-set', 'element', 'cross-fade']);

/**
 * What is wrong with the CSS that a site adds to its banner: what a browser would not understand, and what would load
 * something from outside. It is scoped by the banner's shadow tree, so any selector may stand in it.
 */
export function ownCssProblems(css: string): CssProblem[] {
  const problems: CssProblem[] = [];
  const tell = (line: number | undefined, message: string, refused?: true) =>
    problems.push({ line: line ?? 1, message, ...(refused && { refused }) });
  const tree = parse(css, {
    positions: true,
    parseCustomProperty: true,
    onParseError: ({ message, line }) => tell(line, message[0]!.toLowerCase() + message.slice(1)),
  });
  walk(tree, (node) => {
    const line = node.loc?.start.line;
    if (node.type === 'Atrule' && !ALLOWED_RULES.has(nameOf(node))) {
      tell(line, `@${node.name} is not taken: it loads something, or goes beyond the banner`, true);
    }
    const loads =
      node.type === 'Url' ||
      (node.type === 'Function' && LOADING.has(nameOf(node))) ||
      // What the parser gave up on a browser may still read.
      (node.type === 'Raw' &&
        [...ident.decode(node.value).matchAll(/([\w-]+)\(/g)].some(([, name]) => LOADING.has(name!.toLowerCase())));
    if (loads) {
      tell(line, 'nothing may be loaded: leave out url() and its like, and upload a logo for a picture', true);
    }
    if (node.type === 'Declaration' && !node.property.startsWith('--')) {
      const { error } = lexer.matchDeclaration(node);
      if (error && !generate(node.value).includes('var(')) tell(line, declarationWords(node.property, error.message));
    }
  });
  return problems.sort((a, b) => a.line - b.line);
}

/** A banner without CSS of its own where that may not be kept, so that nobody who looks at it fetches anything. */
export const withoutRefusedCss = (banner: Banner): Banner =>
  ownCssProblems(banner.face.css ?? '').some(({ refused }) => refused)
    ? { ...banner, face: { ...banner.face, css: undefined } }
    : banner;

/** A browser reads an escaped letter as the letter. */
const nameOf = ({ name }: { name: string }) => ident.decode(name).toLowerCase();

function declarationWords(property: string, message: string): string {
  if (/Unknown property/.test(message)) return `no browser knows the property "${property}"`;
  return `what stands for "${property}" is no value of it`;
}
