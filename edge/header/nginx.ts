import { grants, type HeaderFacts } from './facts';

const variable = (id: string) => `$douane_${id.replaceAll('-', '_')}`;

/** For nginx: maps of the cookie, and one header. Cookies that the site's server sets are out of its reach. */
export function nginx(facts: HeaderFacts): string {
  const { release, cookie, all, always, purposes } = facts;
  return `# Content security policy of release ${release}, by what the visitor has agreed to.
# In the http block:
${purposes
  .map(
    ({ id, sources }) => `map $cookie_${cookie} ${variable(id)} { default ""; "~${grants(facts, id)}" " ${sources}"; }`,
  )
  .join('\n')}
map $cookie_${cookie} $douane_policy {
    default "${always}${purposes.map(({ id }) => variable(id)).join('')}";
    "${release}.${all}" "";
}

# In the server block, and again in each location that has an add_header of its own:
add_header Content-Security-Policy $douane_policy always;
add_header Vary Cookie always;
`;
}
