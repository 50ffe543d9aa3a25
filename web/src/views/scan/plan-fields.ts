import { parseAddressList, type ScanPlan, type Step, scanPlanSchema } from '@douane/core/coverage';
import { type FieldProblem, parseWith } from '@douane/core/setup';

/** The plan as a person types it: lists as lines, numbers as text. */
export interface PlanFields {
  whole: boolean;
  listed: string;
  pages: string;
  depth: string;
  sitemaps: boolean;
  include: string;
  exclude: string;
  queries: 'all' | 'none' | 'named';
  queryNames: string;
  device: 'desktop' | 'phone';
  language: string;
  headers: string;
  steps: (Partial<Record<'selector' | 'text' | 'on', string>> & { do: Step['do'] })[];
  afterYes: boolean;
  explore: boolean;
  ownSite: boolean;
  parallel: string;
  delayMs: string;
  stayMs: string;
  badCertificates: boolean;
  keepHar: boolean;
}

export const linesOf = (text: string) =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);

export function fieldsOf(plan: ScanPlan): PlanFields {
  return {
    whole: plan.listed.length === 0,
    listed: plan.listed.join('\n'),
    pages: String(plan.pages),
    depth: plan.depth === null ? '' : String(plan.depth),
    sitemaps: plan.sitemaps,
    include: plan.include.join('\n'),
    exclude: plan.exclude.join('\n'),
    queries: typeof plan.queries === 'string' ? plan.queries : 'named',
    queryNames: typeof plan.queries === 'string' ? '' : plan.queries.join(', '),
    device: plan.device,
    language: plan.language,
    headers: Object.entries(plan.headers)
      .map(([name, value]) => `${name}: ${value}`)
      .join('\n'),
    steps: plan.steps,
    afterYes: plan.afterYes,
    explore: plan.explore,
    ownSite: plan.ownSite,
    parallel: String(plan.parallel),
    delayMs: String(plan.delayMs),
    stayMs: String(plan.stayMs),
    badCertificates: plan.badCertificates,
    keepHar: plan.keepHar,
  };
}

/** The plan that the fields stand for, or what is wrong with which of them. */
export function planOf(
  fields: PlanFields,
): { plan: ScanPlan; problems: [] } | { plan: null; problems: FieldProblem[] } {
  const list =
    fields.whole || !fields.listed.trim() ? { addresses: [], problems: [] } : parseAddressList(fields.listed);
  const problems: FieldProblem[] = list.problems.map(({ path, message }) => ({
    path: 'listed',
    message: `${path}: ${message}`,
  }));
  if (!fields.whole && list.addresses.length === 0 && problems.length === 0) {
    problems.push({ path: 'listed', message: 'give at least one address, or choose the whole site' });
  }
  const headers: Record<string, string> = {};
  for (const line of linesOf(fields.headers)) {
    const at = line.indexOf(':');
    if (at < 1) problems.push({ path: 'headers', message: `"${line}": give a name, a colon and a value` });
    else headers[line.slice(0, at).trim()] = line.slice(at + 1).trim();
  }
  const number = (text: string) => (/^\d+$/.test(text.trim()) ? Number(text) : Number.NaN);
  const { whole: _, queryNames, ...same } = fields;
  const parsed = parseWith(scanPlanSchema, {
    ...same,
    listed: list.addresses,
    headers,
    pages: number(fields.pages),
    depth: fields.depth.trim() ? number(fields.depth) : null,
    parallel: number(fields.parallel),
    delayMs: number(fields.delayMs),
    stayMs: number(fields.stayMs),
    include: linesOf(fields.include),
    exclude: linesOf(fields.exclude),
    queries: fields.queries === 'named' ? queryNames.split(/[\s,]+/).filter(Boolean) : fields.queries,
    steps: fields.steps.map((step) => ({
      do: step.do,
      on: step.on || '/**',
      selector: step.selector ?? '',
      ...(step.do === 'fill' && { text: step.text ?? '' }),
    })),
  });
  if (!parsed.ok) problems.push(...parsed.problems);
  if (parsed.ok && problems.length === 0) return { plan: parsed.value, problems: [] };
  return { plan: null, problems };
}
