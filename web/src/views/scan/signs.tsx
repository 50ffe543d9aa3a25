import { type Sign, signWords } from '@douane/core/observe';
import { pathOf } from '../../ui/words';

const TITLES: Record<Sign['what'], string> = {
  'cname-cloaking': 'CNAME cloaking',
  'cookie-syncing': 'Cookie syncing',
  fingerprinting: 'Scripts that fingerprint',
  relayed: 'Services behind the site’s own host',
  'refused-cookie': 'Cookies the browser refused',
};

/** What a scan noticed besides items. */
export function Signs({ signs }: { signs: readonly Sign[] }) {
  const kinds = (Object.keys(TITLES) as Sign['what'][]).filter((what) => signs.some((sign) => sign.what === what));
  if (kinds.length === 0) return null;
  return (
    <section className="mb-5">
      {kinds.map((what) => {
        const some = signs.filter((sign) => sign.what === what);
        return (
          <details key={what} className="border-b border-line bg-sheet first-of-type:border-t" open={some.length <= 3}>
            <summary className="cursor-pointer px-2 py-1.5 font-semibold">
              {TITLES[what]} <span className="font-normal text-ink2">{some.length}</span>
            </summary>
            <ul className="px-2 pb-2">
              {some.slice(0, 200).map((sign) => (
                <li key={`${sign.host} ${sign.name}`} className="py-0.5 [overflow-wrap:anywhere]">
                  {signWords(sign)} <span className="text-ink2">on {pathOf(sign.page)}</span>
                </li>
              ))}
            </ul>
          </details>
        );
      })}
    </section>
  );
}
