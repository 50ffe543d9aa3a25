import type { Run } from '@douane/api';
import type { StageMark } from '@douane/core/board';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { Mark } from '../ui/mark';
import { Ago } from '../ui/parts';

/** One run in a list of a site's runs: when, what came of it, and how to see it again or against the one before. */
export function RunLine({
  run,
  kind,
  before,
  shown,
  mark,
  children,
}: {
  run: Run;
  /** Parameter of the address that opens it. */
  kind: 'scan' | 'check';
  /** The one to hold it against, if any. */
  before: Run | undefined;
  shown: boolean;
  mark: StageMark;
  children: ReactNode;
}) {
  return (
    <li className={`border-b border-line py-1 ${shown ? 'bg-wash' : ''}`}>
      <span className="flex items-center gap-2">
        <Mark name={mark} />
        {run.summary ? (
          <Link className="inline-flex min-h-6 items-center" to={`?${kind}=${run.id}`}>
            <Ago at={run.requestedAt} />
          </Link>
        ) : (
          <Ago at={run.requestedAt} />
        )}
        <span className="ml-auto text-ink2">{children}</span>
      </span>
      {run.state === 'done' && before && (
        <Link className="ml-[18px] inline-flex min-h-6 items-center" to={`compare/${before.id}/${run.id}`}>
          compare with the one before
        </Link>
      )}
    </li>
  );
}
