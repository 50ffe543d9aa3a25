/** What a worker made by the gate is told before anything else runs in it: its file, and the script that comes first. */
export interface WorkerScope {
  douaneFile: string;
  douaneFirst: string;
}

/**
 * Address of a few lines that load a worker's file as part of whoever makes it, after `first`; the file's own address
 * where it is none of the site's, or part of the page already. All addresses are absolute.
 */
export function startOf(file: string, first: string, options?: { type?: string } | string): string {
  if (new URL(file).origin !== location.origin || file.startsWith('blob:')) return file;
  const told = `Object.assign(self,${JSON.stringify({ douaneFile: file, douaneFirst: first } satisfies WorkerScope)})`;
  const [one, two] = [first, file].map((address) => JSON.stringify(address));
  const lines =
    (options as { type?: string })?.type === 'module'
      ? `import "data:text/javascript,${encodeURIComponent(told)}";import ${one};import ${two}`
      : `${told};importScripts(${one},${two})`;
  return URL.createObjectURL(new Blob([lines], { type: 'text/javascript' }));
}
