import type { ChainLink, How } from './types';

const BY: Record<Exclude<How, 'page' | 'redirect' | 'cut'>, string> = {
  markup: 'in the markup',
  style: 'by style sheet',
  script: 'by script',
  'page-script': 'by a script in the page',
  worker: 'by a worker',
  import: 'in an imported file',
};

/** One link of a chain as a phrase: "image in the markup, line 12". What older scans kept in words comes back as it is. */
export function linkWords({ how, kind, line }: ChainLink): string {
  if (how === 'page' || how === 'redirect') return how;
  if (how === 'cut') return 'a chain too long to follow';
  const by = BY[how] as string | undefined;
  if (by === undefined) return how;
  return `${kind ? `${kind} ` : ''}${by}${line === undefined ? '' : `, line ${line}`}`;
}
