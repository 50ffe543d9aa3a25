import { type CheckedCase, type Exposure, exposureWords, luckWords, mendsFor, slippedFrom } from '@douane/core/check';
import { Code } from '../../ui/parts';
import { pathOf } from '../../ui/words';

/** What only luck could hold, page by page, with how to have it held for sure. */
export function ExposedList({ exposed, cases }: { exposed: readonly Exposure[]; cases: readonly CheckedCase[] }) {
  if (exposed.length === 0) return null;
  return (
    <section aria-labelledby="exposed">
      <h2 id="exposed" className="mt-5 mb-1">
        Exposed
      </h2>
      <p className="mb-1 max-w-[720px] text-ink2">
        Nothing but luck could hold these. It is read from the page as its server sends it, whatever came of it in these
        visits: a browser that is a little quicker asks before the gate can hold.
      </p>
      <ul className="border-y border-line bg-sheet">
        {exposed.map((one) => {
          const [mend] = mendsFor({ ...MENDED, host: one.hosts[0] ?? '', purpose: one.marks[0] ?? '', exposed: [one] });
          return (
            <li
              key={`${one.page} ${one.line} ${one.text}`}
              className="border-b border-line border-l-4 border-l-held px-3 py-1.5 last:border-b-0"
            >
              <p>
                <span className="mono">{pathOf(one.page)}</span> {exposureWords(one)}{' '}
                <span className="text-ink2">{luckWords(one, slippedFrom(one, cases))}</span>
              </p>
              {one.text && <Code text={one.text} />}
              {mend && (
                <details>
                  <summary className="py-1">How to have it held</summary>
                  <p className="my-1">{mend.words}</p>
                  {mend.code && <Code text={mend.code} tone="cleared" />}
                </details>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** What is exposed is a request of a tag in the markup, whatever its name. */
const MENDED = { kind: 'request', name: 'other' } as const;
