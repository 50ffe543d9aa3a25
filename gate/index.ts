export { bannerContent, type GateCode, type GateFile, gateFiles, snippetFor } from './files';
export type { BannerContent, BannerOptions, Look } from './types';
