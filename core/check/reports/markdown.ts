import { plainText } from '../../observe/plain-text';
import { plural } from '../../words/index';
import type { Parted } from '../baseline';
import { mendsFor } from '../mends/index';
import { exposedOn } from '../shown';
import { isMistold, isSameItem, slippedFrom, slippedThings } from '../summary';
import type { CheckedItem, CheckReport } from '../types';
import { exposureWords, luckWords, slipWords, toldWords } from '../words';

/** A summary in Markdown (CommonMark with tables), as build systems show beside a change. */
export function checkAsMarkdown(report: CheckReport, parted?: Parted): string {
  const { cases, pages, seconds, summary, exposed = [], target } = report;
  const things = slippedThings(cases);
  const knownOf = (slip: CheckedItem) => parted?.known.find(({ item }) => isSameItem(item, slip))?.by;
  const lines = [
    `## ${things.length === 0 ? 'Nothing slipped' : `${plural(things.length, 'item')} slipped`} on ${code(target)}`,
    '',
    `${plural(cases.length, 'case')} on ${plural(pages.length, 'page')} in ${seconds.toFixed(0)} s: ${summary.held} held, ${summary.cleared} cleared, ${summary.slipped} slipped, ${summary.silent} silent.`,
    '',
  ];
  if (things.length > 0) {
    lines.push('| What | For | Page | Cases | Why | |', '| --- | --- | --- | --- | --- | --- |');
    for (const { item, cases: inCases } of things) {
      const by = knownOf(item);
      const known = by ? `known: ${by.owner}, until ${by.until}` : '';
      const cells = [code(`${item.host} ${item.name}`), item.purpose ?? 'open', code(item.page ?? ''), inCases.length];
      lines.push(`| ${[...cells, slipWords(item), known].map(cell).join(' | ')} |`);
    }
    lines.push('');
    const mends = things.flatMap(({ item }) => {
      const [mend] = mendsFor({ ...item, exposed: exposedOn(item, exposed) });
      return mend ? [`- ${code(item.host)}: ${text(mend.words)}${mend.code ? `\n\n${fenced(mend.code)}` : ''}`] : [];
    });
    // One tag brings in a cookie and its requests alike.
    lines.push(...new Set(mends), '');
  }
  if (exposed.length > 0) {
    lines.push('### Exposed', '');
    for (const one of exposed)
      lines.push(`- ${code(one.page)}: ${text(exposureWords(one))} ${luckWords(one, slippedFrom(one, cases))}`);
    lines.push('');
  }
  const problems = cases.flatMap(({ id, problems: all, told = [] }) => [
    ...told.filter(isMistold).map((one) => `${id}: ${toldWords(one)}`),
    ...all.map((one) => `${id}: ${one}`),
  ]);
  if (problems.length > 0) lines.push('### Could not be told', '', ...problems.map((one) => `- ${text(one)}`), '');
  return `${lines.join('\n').trimEnd()}\n`;
}

/** Text of a page is nobody's markup. */
const text = (of: string): string => plainText(of).replace(/[\\`*_[\]<>|]/g, '\\$&');
const cell = (of: string | number): string =>
  typeof of === 'string' && of.startsWith('`') ? of.replaceAll('|', '\\|') : text(String(of));
const code = (of: string): string => `\`${plainText(of).replaceAll('`', 'ˋ')}\``;
const fenced = (of: string): string => `  \`\`\`html\n${of.replace(/^/gm, '  ').replaceAll('```', '')}\n  \`\`\`\n`;
