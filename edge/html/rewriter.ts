import type { Token } from 'parse5';
import type { HoldingFrom } from '../site';
import { fullName, type Holding, heldStyle, marked, markOf } from './mark';
import { Tokens } from './tokens';

/** A tag that was marked. */
export interface MarkedTag {
  tag: string;
  /** Counted where `names` is given. */
  line: number;
  marks: string[];
  /** By which it would have asked for something: names of attributes, or `@import` in a style. */
  attributes: string[];
  /** The tag as it stood there, and as it is now. */
  was: string;
  as: string;
}

export interface RewriteOptions {
  /** Address of the page, from which relative ones go. */
  base: string;
  holding: HoldingFrom;
  /** What the page's own policy in a `meta` (CSP Level 3, section 3.3) is to be. */
  policy?(own: string): string;
  /** Stands first in the head, before all that the page has. */
  first?: string;
  /**
   * The mark of somebody held whom code names, if any: then inline scripts and handlers are held by that. Without it they
   * are left to what holds at run time.
   */
  names?: (code: string) => string | null;
  onMarked?(what: MarkedTag): void;
  /** An attribute that names somebody held and is none that the browser or a handler would use: a script may. */
  onLeft?(what: { tag: string; line: number; attribute: string }): void;
}

/** Styles and tags longer than this, in characters, go through as they are: all of one has to be there before any can go. */
const MOST_HELD = 4 << 20;
const escaped = (value: string) => value.replace(/&/g, '&amp;').replace(/"/g, '&quot;').replace(/</g, '&lt;');

/**
 * Rewrites an HTML page on its way, by the tokens of a parser that reads as browsers do, so that the browser leaves alone
 * what is held. What need not change goes through byte by byte as it came; of a tag that changes only names of attributes
 * do. A text is taken as bytes, one to a character (`latin1`), so any encoding that has ASCII in it goes through unread.
 */
export class Rewriter {
  private readonly tokens: Tokens;
  private source = '';
  /** Where `source` begins, and up to where it is out, from the beginning of the page. */
  private from = 0;
  private done = 0;
  private out = '';
  private base: string;
  private isBaseSet = false;
  private first: string;
  /** Depth of templates that are marked already, and of those inside. */
  private inMarked = 0;
  /** A raw element whose end is waited for. */
  private waiting: { tag: Token.TagToken; textFrom: number } | null = null;

  constructor(private readonly options: RewriteOptions) {
    this.base = options.base;
    this.first = options.first ?? '';
    // Of a page whose code is read as well, every attribute counts.
    this.tokens = new Tokens(this, options.names === undefined);
  }

  /** Takes a piece of the page and gives back what of it can go on. */
  write(piece: string): string {
    this.source += piece;
    this.tokens.feed(piece, false);
    const isTooLong = this.source.length > MOST_HELD;
    if (isTooLong) this.waiting = null;
    if (isTooLong || (!this.waiting && !this.first && this.tokens.isBetweenTags()))
      this.copyTo(this.from + this.source.length);
    return this.flush();
  }

  /** The rest, when no more comes. */
  end(): string {
    this.tokens.feed('', true);
    if (this.first) this.putFirst(this.from + this.source.length);
    this.copyTo(this.from + this.source.length);
    return this.flush();
  }

  /** Whether tags that ask for nothing may go through unseen. */
  get isAtRest(): boolean {
    return this.first === '' && this.waiting === null;
  }

  onStartTag(token: Token.TagToken): void {
    const { tagName, attrs } = token;
    const name = tagName.toLowerCase();
    this.waiting = null;
    if (this.first && name !== 'html')
      this.putFirst(name === 'head' ? token.location!.endOffset : token.location!.startOffset);
    if (name === 'base') this.takeBase(attrs);
    if (name === 'meta') this.openPolicy(token);
    const isMarked = attrs.some((one) => one.name === 'data-gate');
    if (name === 'template' && (this.inMarked > 0 || isMarked)) this.inMarked++;
    if (this.inMarked > 0 || isMarked) return;
    const isRaw =
      name === 'style' ||
      name === 'noscript' ||
      (name === 'script' && this.options.names !== undefined && isRun(attrs));
    if (isRaw && !token.selfClosing) this.waiting = { tag: token, textFrom: token.location!.endOffset };
    if (name === 'style') return;
    const found = marked(token, this.holding, this.names, (text) => this.inside(text));
    if (this.options.onLeft) {
      for (const one of attrs.filter((left) => !found?.renamed.includes(fullName(left).toLowerCase()))) {
        if (!(one.name === 'href' && LEADS_ON.has(name)) && this.names(one.value))
          this.options.onLeft({ tag: name, line: token.location!.startLine, attribute: fullName(one) });
      }
    }
    if (found) this.change(token, found.renamed, { 'data-gate': markOf(found.marks), ...found.added }, found.marks);
  }

  onEndTag({ tagName, location }: Token.TagToken): void {
    if (tagName === 'template' && this.inMarked > 0) this.inMarked--;
    const { waiting } = this;
    this.waiting = null;
    if (waiting?.tag.tagName.toLowerCase() === tagName.toLowerCase())
      this.endRaw(waiting.tag, waiting.textFrom, location!.startOffset);
  }

  /** Text outside tags. Without a head the page's first text begins its body. */
  onText(chars: string, offset: number): void {
    if (this.first && /[^\s\xef\xbb\xbf]/.test(chars)) this.putFirst(offset);
  }

  private endRaw(tag: Token.TagToken, from: number, to: number): void {
    const text = this.slice(from, to);
    const name = tag.tagName.toLowerCase();
    if (name === 'style') {
      const { css, marks } = heldStyle(text, this.holding);
      if (marks.length === 0) return;
      this.change(
        tag,
        [],
        { 'data-gate': markOf(marks), 'data-gate-text': text },
        marks,
        /@import/i.test(text) ? ['@import'] : [],
      );
      this.replace(from, to, css);
    } else if (name === 'noscript') {
      const inner = this.inside(text);
      if (inner.marks.length > 0) this.replace(from, to, inner.html);
    } else if (this.done <= tag.location!.startOffset) {
      const mark = this.names(text);
      const type = tag.attrs.some((one) => one.name === 'type') ? ['type'] : [];
      if (mark) this.change(tag, type, { 'data-gate': mark, type: 'text/plain' }, [mark]);
    }
  }

  /** A piece of HTML inside the page. */
  private inside(text: string): { html: string; marks: string[] } {
    const marks: string[] = [];
    const { holding, names } = this.options;
    const rewriter = new Rewriter({
      base: this.base,
      holding,
      ...(names && { names }),
      onMarked: (what) => marks.push(...what.marks),
    });
    return { html: rewriter.write(text) + rewriter.end(), marks };
  }

  private readonly holding: Holding = (address) => this.options.holding(asUnicode(address), this.base);

  private readonly names = (code: string): string | null => this.options.names?.(code) ?? null;

  private openPolicy({ attrs, location }: Token.TagToken): void {
    const given = (of: string) => attrs.find(({ name }) => name === of)?.value;
    const own = given('content');
    const at = location!.attrs?.content;
    if (!this.options.policy || own === undefined || !at || this.inMarked > 0) return;
    if (given('http-equiv')?.trim().toLowerCase() === 'content-security-policy')
      this.replace(at.startOffset, at.endOffset, `content="${escaped(this.options.policy(own))}"`);
  }

  private takeBase(attrs: Token.Attribute[]): void {
    const href = attrs.find((one) => one.name === 'href')?.value;
    if (href === undefined || this.isBaseSet) return;
    this.isBaseSet = true;
    if (URL.canParse(asUnicode(href), this.base)) this.base = new URL(asUnicode(href), this.base).href;
  }

  /** Writes a start tag with attributes of another name, and with more of them; all else in it stays as it was. */
  private change(
    tag: Token.TagToken,
    renamed: readonly string[],
    added: Record<string, string>,
    marks: string[],
    attributes = renamed,
  ): void {
    const { startOffset, endOffset, startLine, attrs = {} } = tag.location!;
    // A tag that never ends has gone through already.
    if (startOffset < this.done) return;
    // As it is written: `image` is read as `img`.
    const [written = ''] = /^<[^\s/>]*/.exec(this.slice(startOffset, endOffset)) ?? [];
    this.copyTo(startOffset);
    const from = this.out.length;
    const was = this.options.onMarked ? this.slice(startOffset, endOffset) : '';
    this.copyTo(startOffset + written.length);
    for (const [name, value] of Object.entries(added)) this.out += ` ${name}="${escaped(ascii(value))}"`;
    const edits = tag.attrs
      .map((one) => ({ name: fullName(one), as: one.name }))
      .filter(({ name }) => renamed.includes(name.toLowerCase()))
      .map(({ name, as }) => ({ name, as, at: attrs[name.toLowerCase()]!.startOffset }))
      .sort((a, b) => a.at - b.at);
    for (const { name, as, at } of edits) {
      this.copyTo(at);
      this.out += `data-gate-${as.toLowerCase()}`;
      this.done = at + name.length;
    }
    this.copyTo(endOffset);
    if (!this.options.onMarked) return;
    const as = this.out.slice(from);
    this.options.onMarked({
      tag: tag.tagName.toLowerCase(),
      line: startLine,
      marks,
      attributes: [...attributes],
      was,
      as,
    });
  }

  private putFirst(at: number): void {
    this.copyTo(at);
    this.out += this.first;
    this.first = '';
  }

  private replace(from: number, to: number, text: string): void {
    this.copyTo(from);
    this.out += text;
    this.done = to;
  }

  private slice = (from: number, to: number): string => this.source.slice(from - this.from, to - this.from);

  private copyTo(offset: number): void {
    if (offset <= this.done) return;
    this.out += this.slice(this.done, offset);
    this.done = offset;
  }

  private flush(): string {
    const { out } = this;
    this.out = '';
    this.source = this.source.slice(this.done - this.from);
    this.from = this.done;
    return out;
  }
}

/** Where an address is one that the visitor follows, or that nobody does. */
const LEADS_ON = new Set(['a', 'area', 'link']);

/** Whether a script of these attributes is run by the browser, and is no block of data (HTML, section 4.12.1). */
const isRun = (attrs: Token.Attribute[]): boolean => {
  const type = attrs.find((one) => one.name === 'type')?.value.trim() ?? '';
  return (
    type === '' || /^(module|(text|application)\/(x-)?(java|ecma)script.*|text\/(jscript|livescript))$/i.test(type)
  );
};

/** An attribute's value as it is meant, where it stands there in UTF-8. */
const asUnicode = (bytes: string): string =>
  /[\x80-\xff]/.test(bytes) ? Buffer.from(bytes, 'latin1').toString() : bytes;

/** What entities gave that no byte can be. */
const ascii = (text: string): string => text.replace(/[\u0100-\uffff]/g, (sign) => `&#${sign.charCodeAt(0)};`);
