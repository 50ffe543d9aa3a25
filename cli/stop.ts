/** A second Ctrl-C within this time is the same one, passed on by whoever started us. */
const SAME_SIGNAL_MS = 1_000;

/** Resolves at Ctrl-C or SIGTERM. A further one does not wait for things to end in good order. */
export function stopSignal(): Promise<'stopped'> {
  return new Promise((resolve) => {
    let first = 0;
    for (const signal of ['SIGINT', 'SIGTERM'] as const) {
      process.on(signal, () => {
        if (first === 0) {
          first = Date.now();
          resolve('stopped');
        } else if (Date.now() - first > SAME_SIGNAL_MS) process.exit(130);
      });
    }
  });
}

/** Waits for the signal, then ends what was started. */
export async function untilStopped(stop: () => Promise<void>): Promise<void> {
  await stopSignal();
  await stop();
}
