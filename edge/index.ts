export { answerFor, type Counted } from './answer';
export { type RewriteOptions, Rewriter } from './html/rewriter';
export { type HoldingOptions, holding } from './middleware';
export { EDGE_PATH, Edge, type EdgeCounts, type EdgeOptions } from './proxy';
export { type AskedBy, EdgeSite, type Held } from './site';
