const LINES_AROUND = 1;
const MOST_CHARACTERS = 360;

/**
 * The lines of a script around a place; `line` and `column` count from 1. A minified script has one long line, of which
 * the part around the column is given. Empty where the source has no such line.
 */
export function excerptAt(source: string, line: number, column: number): string {
  const lines = source.split('\n');
  const own = lines[line - 1];
  if (own === undefined) return '';
  if (own.length > MOST_CHARACTERS) return around(own, column - 1);
  const from = Math.max(0, line - 1 - LINES_AROUND);
  const near = lines.slice(from, line + LINES_AROUND);
  const text = near.some((one) => one.length > MOST_CHARACTERS) ? own : near.join('\n');
  return text.length > 2 * MOST_CHARACTERS ? around(own, column - 1) : withoutIndent(text);
}

function around(line: string, at: number): string {
  const from = Math.max(0, Math.min(at - MOST_CHARACTERS / 2, line.length - MOST_CHARACTERS));
  const to = from + MOST_CHARACTERS;
  return `${from > 0 ? '… ' : ''}${line.slice(from, to).trim()}${to < line.length ? ' …' : ''}`;
}

function withoutIndent(text: string): string {
  const lines = text.split('\n').map((line) => line.trimEnd());
  const indent = Math.min(...lines.filter(Boolean).map((line) => line.length - line.trimStart().length));
  return lines
    .map((line) => line.slice(indent))
    .join('\n')
    .trim();
}
