import { readdir, readFile } from 'node:fs/promises';

/**
 * Memory of this process and all it has started, in bytes: what each alone uses and its share of what several do
 * (`Pss` in `/proc/PID/smaps_rollup`).
 */
async function memoryOfTree(): Promise<number> {
  const parents = new Map<string, string>();
  const pids = (await readdir('/proc')).filter((name) => /^\d+$/.test(name));
  await Promise.all(
    pids.map(async (pid) => {
      const stat = await readFile(`/proc/${pid}/stat`, 'utf8').catch(() => ''); // it has ended since
      parents.set(pid, stat.slice(stat.lastIndexOf(')') + 2).split(' ')[1] ?? '');
    }),
  );
  const own = String(process.pid);
  const belongs = (pid: string | undefined): boolean =>
    pid === own || (!!pid && pid !== '1' && belongs(parents.get(pid)));
  const sizes = await Promise.all(
    pids.filter(belongs).map(async (pid) => {
      const text = await readFile(`/proc/${pid}/smaps_rollup`, 'utf8').catch(() => ''); // it has ended since
      return Number(/^Pss:\s+(\d+)/m.exec(text)?.[1] ?? 0) * 1024;
    }),
  );
  return sizes.reduce((sum, size) => sum + size, 0);
}

/** Watches the memory while something runs. */
export async function watchMemory<T>(work: () => Promise<T>): Promise<{ result: T; samples: number[] }> {
  const samples: number[] = [];
  let running = true;
  const watching = (async () => {
    while (running) {
      samples.push(await memoryOfTree());
      await new Promise((resolve) => setTimeout(resolve, 1000));
    }
  })();
  try {
    return { result: await work(), samples };
  } finally {
    running = false;
    await watching;
  }
}
