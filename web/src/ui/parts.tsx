import type { FieldProblem } from '@douane/core/setup';
import clsx from 'clsx';
import { formatDistanceToNowStrict } from 'date-fns';
import { type ComponentProps, type ReactNode, useState } from 'react';

export function Button({
  kind = 'plain',
  className,
  ...props
}: ComponentProps<'button'> & { kind?: 'act' | 'plain' | 'quiet' }) {
  return (
    <button
      type="button"
      {...props}
      className={clsx(
        'inline-flex min-h-8 items-center gap-2 rounded-sm py-1 font-semibold disabled:opacity-50',
        kind === 'act' && 'bg-stamp px-3 text-on-stamp hover:brightness-110',
        kind === 'plain' && 'border px-3 border-stamp bg-sheet text-stamp hover:bg-wash',
        kind === 'quiet' && 'font-medium text-stamp hover:underline',
        className,
      )}
    />
  );
}

/** A heading that states the finding, what it rests on, and what can be done about it. */
export function Finding({ title, children, acts }: { title: ReactNode; children?: ReactNode; acts?: ReactNode }) {
  return (
    <div className="mb-4 flex flex-wrap items-start justify-between gap-x-6 gap-y-3">
      <div className="min-w-0 flex-1 basis-[320px]">
        <h1>{title}</h1>
        {children && <div className="mt-1 max-w-[80ch] text-ink2">{children}</div>}
      </div>
      {acts && <div className="flex flex-wrap items-center gap-2">{acts}</div>}
    </div>
  );
}

/** The list on the left, the docket of the selected thing on the right. */
export function ListAndDocket({ children, docket }: { children: ReactNode; docket: ReactNode }) {
  return (
    <div className="grid flex-1 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_340px]">
      <section className="min-w-0 px-5 py-5">{children}</section>
      <aside className="border-t border-line bg-sheet px-5 py-5 lg:border-t-0 lg:border-l" aria-label="Docket">
        <div className="lg:sticky lg:top-[calc(var(--frame-height)+20px)] lg:max-h-[calc(100vh-var(--frame-height)-40px)] lg:overflow-auto">
          {docket}
        </div>
      </aside>
    </div>
  );
}

export function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="mt-4">
      <h3 className="caps mb-1 text-ink">{title}</h3>
      {children}
    </section>
  );
}

/** A part of a long form, under its own heading. */
export function Part({ title, id, children }: { title: string; id?: string; children: ReactNode }) {
  return (
    <section id={id} className="mb-5 max-w-[860px] scroll-mt-28 border-t border-line pt-3">
      <h2 className="mb-2">{title}</h2>
      {children}
    </section>
  );
}

/** A row of a list whose selected one the docket shows. */
export function SelectableRow({
  selected,
  onSelect,
  children,
}: {
  selected: boolean;
  onSelect(): void;
  children: ReactNode;
}) {
  return (
    <tr
      aria-selected={selected}
      className={clsx(
        'cursor-pointer border-b border-line',
        selected ? 'bg-wash shadow-[inset_3px_0_0_var(--stamp)]' : 'hover:bg-well',
      )}
      onClick={onSelect}
    >
      {children}
    </tr>
  );
}

/** Facts as pairs; a fact without a value is left out. */
export function Facts({ of }: { of: [string, ReactNode][] }) {
  return (
    <dl className="grid grid-cols-[max-content_minmax(0,1fr)] gap-x-3 gap-y-1">
      {of
        .filter(([, value]) => value !== null && value !== undefined && value !== '')
        .map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="text-ink2">{name}</dt>
            <dd className="min-w-0 [overflow-wrap:anywhere]">{value}</dd>
          </div>
        ))}
    </dl>
  );
}

export function Empty({ children }: { children: ReactNode }) {
  return <div className="border-y border-line bg-sheet px-4 py-8 text-ink2">{children}</div>;
}

export function Trouble({ error }: { error: unknown }) {
  if (!error) return null;
  const text = (error as { text?: string }).text ?? (error as Error).message;
  return (
    <p role="alert" className="my-2 border-l-4 border-slipped bg-sheet px-3 py-2">
      {text}
    </p>
  );
}

/** Said wherever letters are promised and none can be sent. */
export function NoMail({ canMail }: { canMail: boolean }) {
  if (canMail) return null;
  return <p className="text-held">No mail server is set (DOUANE_SMTP), so no mail can leave.</p>;
}

const MOST_PROBLEMS = 8;

/** Fields that the server found at fault, each with what would be right. */
export function FieldProblems({ of: problems }: { of: readonly FieldProblem[] }) {
  if (problems.length === 0) return null;
  return (
    <div role="alert" className="my-2 border-l-4 border-slipped bg-sheet px-3 py-2">
      <ul>
        {problems.slice(0, MOST_PROBLEMS).map(({ path, message }) => (
          <li key={path}>
            <span className="mono">{path}</span>: {message}
          </li>
        ))}
      </ul>
      {problems.length > MOST_PROBLEMS && `and ${problems.length - MOST_PROBLEMS} more`}
    </div>
  );
}

const EXACT: Intl.DateTimeFormatOptions = { dateStyle: 'medium', timeStyle: 'short' };

/** A time as it is read everywhere: how long ago or how long until, with the exact time to point at. */
export function Ago({ at }: { at: string }) {
  return (
    <time dateTime={at} title={exactTime(at)}>
      {formatDistanceToNowStrict(new Date(at), { addSuffix: true })}
    </time>
  );
}

/** The exact time, where that is what matters: when something was or comes into force, when a choice was made. */
export function Time({ at }: { at: string }) {
  return <time dateTime={at}>{exactTime(at)}</time>;
}

/** A time as a text, in the one form in which the interface writes times. */
export const exactTime = (at: string) => new Intl.DateTimeFormat('en-GB', EXACT).format(new Date(at));

export function Key({ children }: { children: ReactNode }) {
  return <kbd className="rounded-sm border border-line px-1 text-[11px] text-ink2">{children}</kbd>;
}

/** Code with a button that copies it. */
export function Code({ text, tone = 'line' }: { text: string; tone?: 'line' | 'slipped' | 'cleared' }) {
  const [copied, setCopied] = useState(false);
  const copy = () =>
    navigator.clipboard.writeText(text).then(
      () => {
        setCopied(true);
        setTimeout(() => setCopied(false), 1500);
      },
      () => setCopied(false), // the browser forbids it; the text can still be selected
    );
  const edge = { line: 'border-line', slipped: 'border-slipped', cleared: 'border-cleared' }[tone];
  return (
    <div className={`relative border-l-4 bg-well ${edge}`}>
      <pre className="overflow-x-auto px-3 py-2 pr-16 whitespace-pre-wrap [overflow-wrap:anywhere]">{text}</pre>
      <Button kind="quiet" className="absolute top-1 right-2" onClick={copy}>
        {copied ? 'Copied' : 'Copy'}
      </Button>
    </div>
  );
}
