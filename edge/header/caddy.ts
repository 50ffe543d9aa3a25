import { grants, type HeaderFacts } from './facts';

const variable = (id: string) => `{douane_${id.replaceAll('-', '_')}}`;

/**
 * What stands in the place of a cookie: a group that the expression has not. Caddy takes an empty text for none, and an
 * empty `Set-Cookie` sets nothing (RFC 6265, section 5.2).
 */
const NOTHING = '$9';

/** For Caddy: within the site's block. */
export function caddy(facts: HeaderFacts): string {
  const { release, cookie, all, always, purposes } = facts;
  const told = `{http.request.cookie.${cookie}}`;
  return `# Content security policy of release ${release}, by what the visitor has agreed to. Within the site's block:
${purposes
  .map(({ id, sources }) => `map ${told} ${variable(id)} {\n\t~${grants(facts, id)} \` ${sources}\`\n\tdefault ""\n}`)
  .join('\n')}
@douane_holds not expression \`${told} == "${release}.${all}"\`
header @douane_holds +Content-Security-Policy \`${always}${purposes.map(({ id }) => variable(id)).join('')}\`
header +Vary Cookie
${purposes
  .filter(({ cookies }) => cookies.length > 0)
  .map(({ id, cookies }) => {
    const matcher = `@douane_no_${id.replaceAll('-', '_')}`;
    return `${matcher} not expression \`${told}.matches(r'${grants(facts, id)}')\`
header ${matcher} {
\tSet-Cookie \`^(?:${cookies.join('|')})=.*$\` ${NOTHING}
\tdefer
}`;
  })
  .join('\n')}
`;
}
