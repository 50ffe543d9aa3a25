export { cookiePolicy, DOCUMENT_FORMS, type DocumentForm, documentForm, policyAs, policyFile } from './cookie-policy';
export { DECLARATION_FORMAT, type Declaration, declarationOf } from './declaration';
