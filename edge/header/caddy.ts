import { grants, type HeaderFacts } from './facts';

const variable = (id: string) => `{douane_${id.replaceAll('-', '_')}}`;

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
  .flatMap(({ id, cookies }) =>
    cookies.map(
      (name) =>
        `@douane_no_${id.replaceAll('-', '_')} not expression \`${told}.matches(r'${grants(facts, id)}')\`\nheader @douane_no_${id.replaceAll('-', '_')} >Set-Cookie ^${name}=.*$ ""`,
    ),
  )
  .join('\n')}
`;
}
