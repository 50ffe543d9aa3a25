import type { HeaderFacts } from './facts';

/** For PHP: a file that runs before any page, by `auto_prepend_file` or `require`. */
export function php({ release, cookie, all, always, purposes }: HeaderFacts): string {
  const text = (value: string) => `'${value.replace(/[\\']/g, '\\$&')}'`;
  return `<?php
// Content security policy of release ${release}, by what the visitor has agreed to. Runs before any page:
// php.ini: auto_prepend_file = /path/to/this/file.php
(static function (): void {
    $told = explode('.', $_COOKIE['${cookie}'] ?? '');
    $granted = array_shift($told) === '${release}' ? $told : [];
    $sources = [
${purposes.map(({ id, sources }) => `        ${text(id)} => ${text(sources)},`).join('\n')}
    ];
    $cookies = [
${purposes.map(({ id, cookies }) => `        ${text(id)} => [${cookies.map((name) => text(`/^${name}$/`)).join(', ')}],`).join('\n')}
    ];
    $all = in_array('${all}', $granted, true);
    $policy = ${text(always)};
    foreach ($sources as $purpose => $more) {
        if (in_array($purpose, $granted, true)) {
            $policy .= ' ' . $more;
        }
    }
    // Beside a policy of the page's own, and after all cookies are set.
    header_register_callback(static function () use ($all, $policy, $granted, $cookies): void {
        header('Vary: Cookie', false);
        if ($all) {
            return;
        }
        header('Content-Security-Policy: ' . $policy, false);
        $set = preg_grep('/^set-cookie:/i', headers_list());
        header_remove('Set-Cookie');
        foreach ($set as $line) {
            $name = trim(explode('=', substr($line, 11), 2)[0]);
            foreach ($cookies as $purpose => $patterns) {
                foreach (in_array($purpose, $granted, true) ? [] : $patterns as $pattern) {
                    if (preg_match($pattern, $name)) {
                        continue 3;
                    }
                }
            }
            header($line, false);
        }
    });
})();
`;
}
