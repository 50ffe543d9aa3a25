export const POLICY_KINDS = [
  'privacy',
  'cookies',
  'imprint',
  'terms',
  'app-cookies',
  'staff',
  'applicants',
  'supplement',
] as const;
export type PolicyKindId = (typeof POLICY_KINDS)[number];
