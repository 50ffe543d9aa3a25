export * from './answers';
export { type ChangedLine, changedReading } from './changed-reading';
export { CHOICE_FRAGMENT } from './choice-fragment';
export { type ComparedCopy, type CopyState, comparedCopy } from './copies';
export { DECLARATION_FORMAT, type Declaration, declarationOf } from './declaration';
export * from './draft';
export { isForPlace } from './facts';
export { narrowed } from './find';
export { type FormNotice, formNotice, usesToAsk } from './form-notice';
export {
  KINDS,
  POLICY_KINDS,
  type PolicyKind,
  type PolicyKindId,
  type WrittenFrom,
  writtenPolicy,
} from './kinds/index';
export * from './lint/index';
export { pageStyle } from './page';
export { type ChoiceWords, pastChoice } from './past-choice';
export * from './policy';
export { missingUses, proposedAnswers, staleUses } from './propose';
export { type ComparedBlock, comparedText, countChanged, otherBlocks, type Piece } from './rich/compare';
export { blockElements } from './rich/elements';
export { type Conflict, mergedText } from './rich/merge';
export {
  type Block,
  blocksSchema,
  isLink,
  isLiveBlock,
  LIVE_BLOCKS,
  type LiveBlock,
  type RichNode,
  sameBlock,
  wordsIn,
} from './rich/node';
export { placeOfQuote, type Quote, quotedText, quoteOf, quoteSchema } from './rich/quote';
export { ADEQUATE, type Transfer, transfersOf } from './third-countries';
export { asHtml, asMarkdown, type Element, element, type Part } from './tree';
export * from './versions';
export { POLICY_LANGUAGES } from './words/index';
