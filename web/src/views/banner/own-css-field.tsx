import { ownCssProblems } from '@douane/core/banner/own-css';
import { useId } from 'react';
import { Section } from '../../ui/parts';
import { useBanner } from './use-banner';

/** CSS on top of the face, with what is wrong with it by line. */
export function OwnCss() {
  const { banner, setFace, problemOf } = useBanner();
  const { css = '' } = banner.face;
  const problems = ownCssProblems(css);
  const id = useId();
  return (
    <Section title="Own CSS">
      <details open={css !== '' || undefined}>
        <summary className="cursor-pointer">For whoever knows it; it stays within the banner</summary>
        <label htmlFor={id} className="mt-1 block text-ink2">
          Parts: .sheet, h2, .purposes, .acts, .act, [data-act=refuse], .x, .panel. Colours: var(--accent) and others.
        </label>
        <textarea
          id={id}
          className="mono mt-1 w-full"
          rows={7}
          spellCheck={false}
          value={css}
          aria-invalid={problems.length > 0}
          onChange={(event) => setFace({ css: event.target.value || undefined })}
        />
        <div role="status">
          <ul>
            {problems.slice(0, 8).map(({ line, message, refused }, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: one line may have two problems of one kind
              <li key={i} className={refused ? 'text-slipped' : 'text-held'}>
                Line {line}: {message}
              </li>
            ))}
          </ul>
        </div>
        {problems.length === 0 && problemOf('face.css') && <p className="text-slipped">{problemOf('face.css')}</p>}
      </details>
    </Section>
  );
}
