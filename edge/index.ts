export { answerFor, type Counted } from './answer';
export { HEADER_SERVERS, type HeaderServer, headerConfig } from './header/index';
export { type MarkedTag, type RewriteOptions, Rewriter } from './html/rewriter';
export { type HoldingOptions, holding } from './middleware';
export { EDGE_PATH, Edge, type EdgeCounts, type EdgeOptions } from './proxy';
export { type AskedBy, EdgeSite, type Held, type HoldingFrom, holdingBy, namesBy } from './site';
