import { ALL, GRANTED_COOKIE } from '@douane/core/consent/granted-cookie';
import { indexPlan, mayRun, policyParts } from '@douane/core/hold';
import { type Release, storedPatternsOf } from '@douane/core/release';
import { apache } from './apache';
import { caddy } from './caddy';
import { nginx } from './nginx';
import { php } from './php';

const WRITERS = { nginx, apache, caddy, php };
export type HeaderServer = keyof typeof WRITERS;
export const HEADER_SERVERS = Object.keys(WRITERS) as HeaderServer[];

/** Configuration by which a site's server sends the policy of a release as a header. */
export function headerConfig(release: Release, server: HeaderServer): string {
  const plan = indexPlan(release.plan);
  const needless = new Set(release.rules.purposes.filter(({ necessary }) => necessary).map(({ id }) => id));
  const granted = Object.fromEntries([...needless].map((id) => [id, true]));
  const { always, byPurpose } = policyParts(
    plan,
    (purpose) => purpose !== null && mayRun(purpose, granted, plan.unruled),
  );
  const { cookies } = storedPatternsOf(release);
  const purposes = release.rules.purposes.map(({ id }) => id).filter((id) => byPurpose[id] || cookies[id]);
  return WRITERS[server]({
    release: release.number,
    cookie: GRANTED_COOKIE,
    all: ALL,
    always,
    purposes: purposes.map((id) => ({
      id,
      sources: byPurpose[id] ?? '',
      cookies: (cookies[id] ?? []).map((name) => name.split('*').map(literal).join('[^=]*')),
    })),
  });
}

/** A text that an expression takes as it stands; names come from scanned pages. */
const literal = (text: string): string =>
  text.replace(/[^\w-]/g, (sign) => `\\x${sign.charCodeAt(0).toString(16).padStart(2, '0')}`);
