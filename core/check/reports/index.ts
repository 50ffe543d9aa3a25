export { checkAsHtml, type ReportFacts } from './html';
export { checkAsJson } from './json';
export { checkAsJunit } from './junit';
export { checkAsMarkdown } from './markdown';
export { checkAsSarif, type FindSource, type SourcePlace } from './sarif';
