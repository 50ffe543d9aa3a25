import { askProvider } from './ask-provider';
import { erase } from './erase';
import { markTag } from './mark-tag';
import { moveGate } from './move-gate';
import { ruleItem } from './rule-item';
import { sendPolicy } from './send-policy';
import { serverWaits } from './server-waits';
import { stopTelling } from './stop-telling';
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

/** Where nothing that may not fire fired, but something was kept or told. */
const AFTERWARDS: readonly MendRule[] = [erase, stopTelling];

/** What can be done about something, the least effort first. */
export function mendsFor(about: ToMend): Mend[] {
  const after = AFTERWARDS.flatMap((rule) => rule(about) ?? []);
  return after.length > 0 ? after : RULES.flatMap((rule) => rule(about) ?? []);
}
