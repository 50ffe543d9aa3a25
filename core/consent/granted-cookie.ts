/**
 * Name of the cookie in which the gate tells a server that sets the policy itself what was granted on the visitor's last
 * page. It decides nothing: it is what was decided, for one day.
 */
export const GRANTED_COOKIE = 'douane_granted';
export const GRANTED_SECONDS = 86_400;
/** Stands for what is not held at all, third parties that nobody has ruled among it. */
export const ALL = 'all';

/** Value of the cookie: the release and what may run by it, `7.measurement.functional`; `7.all` where nothing is held. */
export const encodeGranted = (release: number, granted: readonly string[], isAll: boolean): string =>
  [release, ...(isAll ? [ALL] : granted)].join('.');
