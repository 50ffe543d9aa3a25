import { type Block, blockElements, type Part } from '@douane/core/policy';
import { createElement, type ReactNode } from 'react';

/** A block as it is read. */
export function ReadBlock({ block, language }: { block: Block; language: string }) {
  return (
    <div className="policy-read" lang={language} dir="auto">
      {blockElements(block).map(shown)}
    </div>
  );
}

function shown(part: Part, i: number): ReactNode {
  if (typeof part === 'string') return part;
  const { colspan, rowspan, ...attributes } = part.attributes ?? {};
  const spans = { ...(colspan && { colSpan: Number(colspan) }), ...(rowspan && { rowSpan: Number(rowspan) }) };
  const inner = part.parts.map(shown);
  if (part.tag === 'table') return createElement('table', { key: i }, createElement('tbody', null, ...inner));
  return createElement(part.tag, { key: i, ...attributes, ...spans }, ...inner);
}
