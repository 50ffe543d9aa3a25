import { askProvider } from './ask-provider';
import { markTag } from './mark-tag';
import { moveGate } from './move-gate';
import { ruleItem } from './rule-item';
import { sendPolicy } from './send-policy';
import { serverWaits } from './server-waits';
import type { Mend, MendRule, ToMend } from './types';
import { useEdge } from './use-edge';
import { wrapSnippet } from './wrap-snippet';

export { markedForm } from './mark-tag';
export type { Mend, Mender, ToMend } from './types';

/** In order of effort. */
const RULES: readonly MendRule[] = [
  ...[ruleItem, moveGate, markTag, wrapSnippet],
  ...[serverWaits, sendPolicy, useEdge, askProvider],
];

/** What can be done about something, the least effort first. */
export const mendsFor = (about: ToMend): Mend[] => RULES.flatMap((rule) => rule(about) ?? []);
