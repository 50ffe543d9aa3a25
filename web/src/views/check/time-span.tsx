import { Slider } from 'radix-ui';
import { Button } from '../../ui/parts';
import type { Span } from './marks';

/** Chooses which part of a visit's time is shown, in milliseconds; by pointer, or by arrows on either end. */
export function TimeSpan({
  last,
  span: [from, to],
  onChange,
  record,
}: {
  last: number;
  span: Span;
  onChange(span: Span): void;
  /** Back to what is shown at first. */
  record(): void;
}) {
  const step = Math.max(10, Math.round(last / 2000) * 10);
  return (
    <div className="mt-1 flex max-w-[1000px] flex-wrap items-center gap-3">
      <span className="text-ink2">Shown</span>
      <Slider.Root
        className="relative flex h-6 min-w-48 flex-1 touch-none items-center"
        value={[from, to]}
        min={0}
        max={last}
        step={step}
        minStepsBetweenThumbs={10}
        onValueChange={([a = 0, b = last]) => onChange([a, b])}
      >
        <Slider.Track className="h-1 grow bg-line">
          <Slider.Range className="absolute h-1 bg-stamp" />
        </Slider.Track>
        {(['from', 'to'] as const).map((end) => (
          <Slider.Thumb
            key={end}
            aria-label={`Shown ${end}, in milliseconds`}
            className="block size-6 border-2 border-stamp bg-sheet hover:bg-wash"
          />
        ))}
      </Slider.Root>
      <span className="mono">
        {Math.round(from)} to {Math.round(to)} ms
      </span>
      <Button onClick={record}>Around the record</Button>
      <Button onClick={() => onChange([0, last])}>Whole visit</Button>
    </div>
  );
}
