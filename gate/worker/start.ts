import type { PlanIndex, StoredPatterns } from '@douane/core/hold';

/** What a worker made by the gate is told before anything else runs in it: its file, and the script that comes first. */
export interface WorkerScope {
  douaneFile: string;
  douaneFirst: string;
  douaneHeld?: HeldInWorker | null;
}

/** What is held while a worker lives that no policy holds: by the marks that were granted when it was made. */
export interface HeldInWorker {
  /** Only where there is no policy at all. */
  plan?: PlanIndex;
  /** Host of the page. */
  page: string;
  granted: string[];
  /** Names of databases and caches. */
  stored: Pick<Partial<StoredPatterns>, 'databases' | 'caches'>;
}

/**
 * Address of a few lines that load a worker's file as part of whoever makes it, after `first`; the file's own address
 * where it is none of the site's, or part of the page already and nothing is to be `held` in it. All addresses are
 * absolute.
 */
export function startOf(
  file: string,
  first: string,
  options?: { type?: string } | string,
  held?: HeldInWorker | null,
): string {
  if (new URL(file).origin !== location.origin || (file.startsWith('blob:') && !held)) return file;
  const scope: WorkerScope = { douaneFile: file, douaneFirst: first, douaneHeld: held };
  const told = `Object.assign(self,${JSON.stringify(scope)})`;
  const [one, two] = [first, file].map((address) => JSON.stringify(address));
  const lines =
    (options as { type?: string })?.type === 'module'
      ? `import "data:text/javascript,${encodeURIComponent(told)}";import ${one};import ${two}`
      : `${told};importScripts(${one},${two})`;
  return URL.createObjectURL(new Blob([lines], { type: 'text/javascript' }));
}
