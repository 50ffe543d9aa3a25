export {
  buttonFace,
  GATE_SCRIPTS,
  type GateCode,
  type GateFile,
  type GateFiles,
  gateFiles,
  type HashText,
  heldFace,
  loadedFiles,
  snippetFor,
} from './files';
export { cookiePolicyAs, POLICY_FORMS, type PolicyForm, policyFileAs, policyForm } from './policy';
export { textsFile } from './texts-file';
export type { BannerOptions, ButtonOptions, HeldFace } from './types';
