export { type GateCode, type GateFile, type GateFiles, gateFiles, type HashText, snippetFor } from './files';
export type { BannerOptions, Look } from './types';
