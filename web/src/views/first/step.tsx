import clsx from 'clsx';
import type { ReactNode } from 'react';
import { Link } from 'react-router';

interface StepProps {
  number: number;
  title: ReactNode;
  /** Nothing is left to do in it. */
  done: boolean;
  /** It has to wait for one before it. */
  waits?: string | false;
  /** The station at which all of it can be changed. */
  station: { to: string; name: string };
  children?: ReactNode;
}

/** One step of the path, with the station that it leads through. */
export function Step({ number, title, done, waits, station, children }: StepProps) {
  return (
    <li className="mb-5 grid max-w-[980px] grid-cols-[34px_minmax(0,1fr)] border-t border-line pt-3">
      <span aria-hidden="true" className={clsx('mono pt-0.5 text-[16px]', done ? 'text-cleared' : 'text-ink2')}>
        {done ? '■' : number}
      </span>
      <section aria-label={`Step ${number}${done ? ', done' : ''}`}>
        <div className="mb-1 flex flex-wrap items-baseline justify-between gap-x-4">
          <h2>{title}</h2>
          <Link to={station.to}>{station.name}</Link>
        </div>
        {waits ? <p className="text-ink2">{waits}</p> : children}
      </section>
    </li>
  );
}
