/** Waits for Ctrl-C or SIGTERM, then ends what was started. A second Ctrl-C does not wait. */
export async function untilStopped(stop: () => Promise<void>): Promise<void> {
  await new Promise<void>((resolve) => {
    for (const signal of ['SIGINT', 'SIGTERM'] as const) {
      process.on(signal, () => {
        resolve();
        process.once(signal, () => process.exit(130));
      });
    }
  });
  await stop();
}
