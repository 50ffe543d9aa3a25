export { cookiePolicy, DOCUMENT_FORMS, type DocumentForm, policyAs, policyFile } from './cookie-policy';
export { DECLARATION_FORMAT, type Declaration, declarationOf } from './declaration';
export type { Part } from './tree';
