export {
  picturesOf,
  type ReportBlock,
  type ReportContent,
  type ReportFacts,
  type ReportPictures,
  reportContent,
  VERDICT_LETTERS,
} from './content';
export { checkAsHtml } from './html';
export { checkAsJson } from './json';
export { checkAsJunit } from './junit';
export { checkAsMarkdown } from './markdown';
export { checkAsSarif, type FindSource, type SourcePlace } from './sarif';
