import type { RefObject } from 'react';

const SIZES = { phone: [390, 844], desktop: [1280, 800] } as const;

/** The frames in which the banner is drawn to be measured; nobody sees, hears or reaches them. */
export function MeasuringFrames({
  frames,
}: {
  frames: RefObject<Partial<Record<keyof typeof SIZES, HTMLIFrameElement | null>>>;
}) {
  return (
    <div aria-hidden="true" className="pointer-events-none fixed -left-[4000px] top-0 opacity-0" inert>
      {(Object.keys(SIZES) as (keyof typeof SIZES)[]).map((device) => (
        <iframe
          key={device}
          ref={(frame) => {
            frames.current[device] = frame;
          }}
          title={`Measuring, ${device}`}
          src="/preview.html"
          sandbox="allow-scripts"
          tabIndex={-1}
          width={SIZES[device][0]}
          height={SIZES[device][1]}
        />
      ))}
    </div>
  );
}
