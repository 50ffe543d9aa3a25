/** Address below which a site's gate and its recorder are, without a slash at its end. */
export const gateBase = ({ recorder }: { recorder: string }): string => recorder.replace(/\/$/, '');

/**
 * Digits of its hash that the name of a gate's file carries: 40 bits, by which the versions of one file of one site are
 * told apart, and every visitor loads each digit that the pointer names.
 */
export const HASH_DIGITS = 10;

/** The cookie policy that visitors of a site can read as soon as there is a release, in their language and for their place. */
export const hostedPolicy = (setup: { recorder: string }): string => `${gateBase(setup)}/policy`;
