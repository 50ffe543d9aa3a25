import { parse } from 'acorn';
import { ancestor } from 'acorn-walk';

/** A name of something stored that stands in a script, and how it was made out. */
export interface ReadName {
  name: string;
  kind: 'cookie' | 'local-storage' | 'session-storage' | 'indexed-db' | 'cache-storage' | null;
  how: 'argument' | 'named-so';
}

// The parser's own types leave the kinds of nodes open.
// biome-ignore lint/suspicious/noExplicitAny: see above
type Node = any;

/** Methods of storage with the name first; the owner tells the kind where it can be made out. */
const METHODS: Record<string, ReadName['kind']> = { setItem: null, getItem: null, removeItem: null };
/** What programmers call a place for the name of something stored. */
const SAYS_NAME = /(cookie|storage|cache|db|database|session|persist)[_-]?(name|key|prefix|id)s?$|^(cookie|storage)$/i;
const LEGAL = /^[\w.:@#/-]{3,60}$/;

/**
 * Names of cookies, keys and databases that stand in a script: those handed to the browser's storage, and those kept
 * under names that say so. `null`: the script cannot be parsed. What is put together while it runs is not found here;
 * that is observed.
 */
export function namesIn(script: string): ReadName[] | null {
  let tree: Node;
  try {
    tree = parse(script, { ecmaVersion: 'latest', sourceType: 'script' });
  } catch {
    return null;
  }
  const found = new Map<string, ReadName>();
  const add = (name: string | null, kind: ReadName['kind'], how: ReadName['how']) => {
    if (!name || !LEGAL.test(name.replaceAll('*', '')) || name.replaceAll('*', '').length < 3) return;
    const key = `${kind} ${name}`;
    if (!found.has(key)) found.set(key, { name, kind, how });
  };
  ancestor(tree, {
    CallExpression(node: Node) {
      const { callee, arguments: args } = node;
      if (callee.type !== 'MemberExpression' || callee.computed) return;
      const method = callee.property.name as string;
      const owner = lastName(callee.object);
      const name = textOf(args[0]);
      if (method in METHODS)
        add(
          name,
          owner === 'sessionStorage' ? 'session-storage' : owner === 'localStorage' ? 'local-storage' : null,
          'argument',
        );
      else if (method === 'open' && /indexedDB/i.test(owner)) add(name, 'indexed-db', 'argument');
      else if (method === 'open' && owner === 'caches') add(name, 'cache-storage', 'argument');
    },
    AssignmentExpression(node: Node) {
      if (lastName(node.left) !== 'cookie') return saysName(lastName(node.left), node.right);
      const line = textOf(node.right);
      if (line?.includes('=')) add(line.slice(0, line.indexOf('=')), 'cookie', 'argument');
    },
    Property(node: Node) {
      if (!node.computed) saysName(node.key.name ?? node.key.value, node.value);
    },
    VariableDeclarator(node: Node) {
      saysName(node.id.name, node.init);
    },
  });
  function saysName(of: unknown, value: Node) {
    if (typeof of !== 'string' || !SAYS_NAME.test(of)) return;
    add(textOf(value), /cookie/i.test(of) ? 'cookie' : /db|database/i.test(of) ? 'indexed-db' : null, 'named-so');
  }
  return [...found.values()];
}

/** The text of a literal, or of a template or sum in which `*` stands for what is not written. */
function textOf(node: Node): string | null {
  if (!node) return null;
  if (node.type === 'Literal') return typeof node.value === 'string' ? node.value : null;
  if (node.type === 'TemplateLiteral') return squeeze(node.quasis.map((q: Node) => q.value.cooked ?? '').join('*'));
  if (node.type === 'BinaryExpression' && node.operator === '+') {
    const [left, right] = [textOf(node.left), textOf(node.right)];
    return left === null && right === null ? null : squeeze(`${left ?? '*'}${right ?? '*'}`);
  }
  if (node.type === 'CallExpression' && node.callee.property?.name === 'concat') {
    return squeeze([node.callee.object, ...node.arguments].map((one) => textOf(one) ?? '*').join(''));
  }
  return null;
}

const squeeze = (text: string) => text.replace(/\*+/g, '*');

function lastName(node: Node): string {
  if (node?.type === 'Identifier') return node.name;
  if (node?.type === 'MemberExpression') return node.computed ? '' : (node.property.name ?? '');
  return '';
}
