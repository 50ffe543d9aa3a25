export { bannerContent, type GateCode, type GateFile, gateFiles, type HashText, snippetFor } from './files';
export type { BannerContent, BannerOptions, Look } from './types';
