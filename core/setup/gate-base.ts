/** Address below which a site's gate and its recorder are, without a slash at its end. */
export const gateBase = ({ recorder }: { recorder: string }): string => recorder.replace(/\/$/, '');
