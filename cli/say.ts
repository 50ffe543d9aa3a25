import pc from 'picocolors';

/** A fault of the input or the surroundings: one line, exit 2. */
export class Refused extends Error {}

/** The day as of which laws are read, as an ISO date. */
export const today = () => new Date().toISOString().slice(0, 10);

/** Progress on stderr, where somebody is looking; `picocolors` obeys NO_COLOR. */
export function progress(text: string): void {
  if (process.stderr.isTTY)
    process.stderr.write(`\r\x1b[2K${pc.dim(text.slice(0, (process.stderr.columns ?? 80) - 1))}`);
}

/** Takes the line of progress away, so that what comes next stands on a line of its own. */
export function progressDone(): void {
  if (process.stderr.isTTY) process.stderr.write('\r\x1b[2K');
}
