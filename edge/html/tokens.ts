import { FETCHING_ATTRIBUTES, FETCHING_ELEMENTS } from '@douane/core/hold/fetching';
import { type Token, TokenizerMode } from 'parse5';
import { SAXParser } from 'parse5-sax-parser';

/** Who is told of what there is in a page. Offsets are from its beginning. */
export interface TokenReader {
  /** Whether tags that ask for nothing need not be told. */
  readonly isAtRest: boolean;
  onStartTag(token: Token.TagToken): void;
  onEndTag(token: Token.TagToken): void;
  onText(chars: string, offset: number): void;
}

/** Elements after whose start tag a page is read in another way (HTML Standard, section 13.2.6), or that we wait for. */
const READ_OTHERWISE = 'base noembed noframes noscript plaintext style svg math template textarea title xmp'.split(' ');
const BLANK = '[\\t\\n\\f\\r ]';
const VALUE = `"[^"]*"|'[^']*'|[^\\t\\n\\f\\r "'=<>\`]+`;
/** An end tag, or the start tag of an element and with attributes that ask for nothing; written as nearly all are. */
const PLAIN_TAG = new RegExp(
  `</(?!template[^a-z0-9-])[a-z][a-z0-9-]*${BLANK}*>|` +
    `<(?!(?:${[...FETCHING_ELEMENTS, ...READ_OTHERWISE].join('|')})[^a-z0-9-])[a-z][a-z0-9-]*` +
    `(?:${BLANK}+(?!on|data-gate|(?:${FETCHING_ATTRIBUTES.join('|')})[^a-z0-9-])[a-z][a-z0-9:_-]*(?:=(?:${VALUE}))?)*` +
    `${BLANK}*/?>`,
  'iy',
);

/**
 * parse5's parser of single tokens, asked for them directly: as a stream it takes five times as long. Most of a page is
 * text and tags that ask for nothing; to find these out by one pattern takes a fifth of what it takes to parse them, so
 * the parser gets to see only what may be something else, and all where what came before decides how it is read.
 */
export class Tokens extends SAXParser {
  /** How much of the page the parser has not seen. */
  private passed = 0;

  /** `mayPass`: whether anything may be kept from the parser. */
  constructor(
    private readonly to: TokenReader,
    private readonly mayPass: boolean,
  ) {
    super({ sourceCodeLocationInfo: true });
  }

  feed(text: string, isLast: boolean): void {
    for (let at = 0; at < text.length; ) {
      const seen = this.isPlain() ? plainUpTo(text, at) : at;
      this.passed += seen - at;
      at = this.mayPass ? this.tagEnd(text, seen) : text.length;
      if (at > seen) this.tokenizer.write(text.slice(seen, at), false);
    }
    if (isLast) this.tokenizer.write('', true);
  }

  /** Whether what came last is text, so that all before it has been told. */
  isBetweenTags(): boolean {
    const { DATA, RCDATA, RAWTEXT, SCRIPT_DATA, PLAINTEXT } = TokenizerMode;
    return ([DATA, RCDATA, RAWTEXT, SCRIPT_DATA, PLAINTEXT] as number[]).includes(this.tokenizer.state);
  }

  private isPlain(): boolean {
    return (
      this.mayPass &&
      this.tokenizer.state === TokenizerMode.DATA &&
      !this.parserFeedbackSimulator.inForeignContent &&
      this.to.isAtRest
    );
  }

  /** Up to where the parser can be given a text from `from` on, to be asked again: where a tag may have ended. */
  private tagEnd(text: string, from: number): number {
    // In a script nothing is a tag but its own end.
    const isRaw = this.tokenizer.state !== TokenizerMode.DATA && this.isBetweenTags();
    const start = isRaw ? text.indexOf('</', from) : from;
    const end = start < 0 ? -1 : text.indexOf('>', start);
    return end < 0 ? text.length : end + 1;
  }

  private moved<Location extends Token.Location>(location: Location | null | undefined): Location {
    location!.startOffset += this.passed;
    location!.endOffset += this.passed;
    return location!;
  }

  override onStartTag(token: Token.TagToken): void {
    const { attrs = {} } = this.moved(token.location);
    for (const one of Object.values(attrs)) this.moved(one);
    this.to.onStartTag(token);
  }
  override onEndTag(token: Token.TagToken): void {
    this.moved(token.location);
    this.to.onEndTag(token);
  }
  override onCharacter({ chars, location }: Token.CharacterToken): void {
    this.to.onText(chars, location!.startOffset + this.passed);
  }
  override onWhitespaceCharacter(): void {}
  override onNullCharacter(): void {}
  override onComment(): void {}
  override onDoctype(): void {}
  override onEof(): void {}
}

/** Up to where a page asks for nothing, from a place between two tags on. */
function plainUpTo(text: string, from: number): number {
  for (let at = from; ; at = PLAIN_TAG.lastIndex) {
    const tag = text.indexOf('<', at);
    if (tag < 0) return text.length;
    PLAIN_TAG.lastIndex = tag;
    if (!PLAIN_TAG.test(text)) return tag;
  }
}
