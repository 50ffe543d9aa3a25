import clsx from 'clsx';

/** A raised barrier and the name. */
export function Wordmark({ className }: { className?: string }) {
  return (
    <span className={clsx('inline-flex items-center gap-2.5', className)}>
      <svg
        width="20"
        height="18"
        viewBox="0 0 20 18"
        fill="none"
        stroke="currentColor"
        strokeWidth="2"
        aria-hidden="true"
      >
        <path d="M2 17V1M2 5l15 4v8" />
      </svg>
      <span className="text-[15px] font-bold tracking-[0.12em] [font-stretch:125%]">DOUANE</span>
    </span>
  );
}
