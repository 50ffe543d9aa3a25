import type { FindingWeight, Finding as LintFinding, Section as Where } from '@douane/core/lint';
import { regimeById } from '@douane/core/regimes';
import { plural } from '@douane/core/words';
import { Link } from 'react-router';
import { Button, Empty, Finding } from '../../ui/parts';
import { useBanner } from './use-banner';

const HEADS: Record<FindingWeight, string> = {
  breach: 'Against a law',
  access: 'Not usable by all',
  advice: 'Could be clearer',
};
const TONES: Record<FindingWeight, string> = { breach: 'text-slipped', access: 'text-held', advice: 'text-ink2' };
const PLACES: Record<Where, [to: string, name: string]> = {
  form: ['..', 'Design'],
  face: ['..', 'Design'],
  button: ['..', 'Design'],
  words: ['../words', 'Words'],
  languages: ['../languages', 'Languages'],
  regions: ['../../regions', 'Regions'],
  purposes: ['../../classify/purposes', 'Purposes'],
  services: ['../../classify/services', 'Services'],
};

/** What the lint says of the draft: each with its article, what it means, and one press that mends it. */
export function FindingsView() {
  const { findings, editor, setLanguage } = useBanner();
  const { all, settled } = findings;
  const of = (weight: FindingWeight) => all.filter((one) => one.weight === weight);
  const breaches = of('breach').length;
  return (
    <>
      <Finding
        title={
          breaches > 0
            ? `${plural(breaches, 'finding is', 'findings are')} against a law`
            : 'Nothing is against a law as we read it'
        }
      >
        Looked at as visitors of every region would see it, on a phone and at a desk.{' '}
        <span role="status">{settled ? '' : 'Looking at what was changed last …'}</span>
      </Finding>
      {all.length === 0 && <Empty>There is nothing to mend.</Empty>}
      {(Object.keys(HEADS) as FindingWeight[]).map((weight) => {
        const here = of(weight);
        if (here.length === 0) return null;
        return (
          <section key={weight} className="mt-4">
            <h2 className={`mb-1 ${TONES[weight]}`}>
              {HEADS[weight]} ({here.length})
            </h2>
            <ul className="border-t border-line">
              {here.map((finding) => (
                <One
                  key={`${finding.rule} ${finding.what}`}
                  finding={finding}
                  onMend={() => finding.mend && editor.change(finding.mend.change)}
                  onShow={() => finding.language && setLanguage(finding.language)}
                />
              ))}
            </ul>
          </section>
        );
      })}
    </>
  );
}

function One({ finding, onMend, onShow }: { finding: LintFinding; onMend(): void; onShow(): void }) {
  const { what, title, means, article, regimes = [], mend, section } = finding;
  const [to, name] = PLACES[section];
  return (
    <li className="border-b border-line py-2">
      <p className="font-semibold [overflow-wrap:anywhere]">{what}.</p>
      <p className="text-ink2">
        {article}
        {regimes.length > 0 &&
          ` · ${regimes
            .slice(0, 4)
            .map((id) => regimeById(id)?.name ?? id)
            .join(', ')}${regimes.length > 4 ? ` and ${regimes.length - 4} more` : ''}`}
      </p>
      <div className="flex flex-wrap items-center gap-x-3">
        {mend && (
          <Button kind="quiet" onClick={onMend}>
            {mend.words}
          </Button>
        )}
        <Link to={to} onClick={onShow} relative="path">
          {name}
        </Link>
        <details>
          <summary className="cursor-pointer text-ink2">{title}</summary>
          <p className="max-w-[60ch]">{means}</p>
        </details>
      </div>
    </li>
  );
}
