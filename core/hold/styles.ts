import { ident, string, tokenize, tokenTypes, url } from 'css-tree';

const { AtKeyword, Function: Call, String: Text, Url, LeftParenthesis, RightParenthesis, Semicolon } = tokenTypes;

/** In place of an address that is held: nothing is asked for, and what stands beside it in the rule still counts. */
const NOTHING = 'data:,';
/** Functions whose strings are addresses (CSS Values 4, section 4.5; CSS Images 4, section 2.4). */
const OF_ADDRESSES = /^(url|src|image|image-set|-webkit-image-set|cross-fade)$/;

/**
 * A style sheet, or the value of a `style` attribute, without the addresses for which `isHeld` says so; the text itself
 * where there is none. By tokens alone, so that what the browser reads leniently stays as it is.
 */
export function withoutHeld(css: string, isHeld: (address: string) => boolean): string {
  // Whatever names a host other than by a relative address has one of these, or is escaped.
  if (!/\/\/|\\/.test(css)) return css;
  const edits: [from: number, to: number, text: string][] = [];
  /** Names of the functions and brackets that are open. */
  const open: string[] = [];
  let isImport = false;
  tokenize(css, (type, start, end) => {
    const token = css.slice(start, end);
    if (type === Call) {
      const name = ident.decode(token.slice(0, -1)).toLowerCase();
      open.push(name);
      // An address without quotes of a function whose name is disguised.
      const [bare = ''] = (name === 'url' && /^\s*[^\s"')][^)]*/.exec(css.slice(end))) || [];
      if (bare && isHeld(url.decode(`url(${bare})`))) edits.push([end, end + bare.length, `"${NOTHING}"`]);
    }
    if (type === LeftParenthesis) open.push('');
    else if (type === RightParenthesis) open.pop();
    else if (type === AtKeyword) isImport = ident.decode(token.slice(1)).toLowerCase() === 'import';
    else if (type === Semicolon) isImport = false;
    else if (type === Url && isHeld(url.decode(token))) edits.push([start, end, `url("${NOTHING}")`]);
    else if (type === Text && (isImport || OF_ADDRESSES.test(open.at(-1) ?? '')) && isHeld(string.decode(token)))
      edits.push([start, end, `"${NOTHING}"`]);
  });
  let at = 0;
  let out = '';
  for (const [from, to, text] of edits) {
    out += css.slice(at, from) + text;
    at = to;
  }
  return out + css.slice(at);
}
