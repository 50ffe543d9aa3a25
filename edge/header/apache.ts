import type { HeaderFacts } from './facts';

const variable = (id: string) => `DOUANE_${id.replaceAll('-', '_').toUpperCase()}`;

/** For Apache with mod_headers and mod_setenvif. */
export function apache({ release, cookie, all, always, purposes }: HeaderFacts): string {
  const granted = (id: string) => `(^|; *)${cookie}=${release}\\.(${all}|([^;]*\\.)?${id})(\\.|;|$)`;
  return `# Content security policy of release ${release}, by what the visitor has agreed to.
# Needs mod_headers and mod_setenvif.
${purposes
  .map(({ id, sources, cookies }) =>
    [
      `SetEnvIf Cookie "${granted(id)}" ${variable(id)}`,
      ...cookies.map(
        (name) =>
          `Header always edit* Set-Cookie "^\\s*${name}=.*$" "" env=!${variable(id)}\nHeader edit* Set-Cookie "^\\s*${name}=.*$" "" env=!${variable(id)}`,
      ),
      `SetEnvIf Request_URI "^" "${variable(id)}_SOURCES= "`,
      `SetEnvIf Cookie "${granted(id)}" "${variable(id)}_SOURCES= ${sources}"`,
    ].join('\n'),
  )
  .join('\n')}
SetEnvIf Cookie "(^|; *)${cookie}=${release}\\.${all}(;|$)" DOUANE_ALL
Header always add Content-Security-Policy "${always}${purposes.map(({ id }) => `%{${variable(id)}_SOURCES}e`).join('')}" env=!DOUANE_ALL
Header always merge Vary Cookie
`;
}
