export {
  buttonFace,
  GATE_SCRIPTS,
  type GateCode,
  type GateFile,
  type GateFiles,
  gateFiles,
  type HashText,
  heldFace,
  snippetFor,
} from './files';
export { textsFile } from './texts-file';
export type { BannerOptions, ButtonOptions, HeldFace } from './types';
