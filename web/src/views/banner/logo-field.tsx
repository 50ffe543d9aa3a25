import { useId, useState } from 'react';
import { TextRow } from '../../ui/fields';
import { Button, Section } from '../../ui/parts';
import { logoOf } from './logo';
import { useBanner } from './use-banner';

/** A picture at the head of the banner, from a file. */
export function Logo() {
  const { banner, setFace, problemOf } = useBanner();
  const { logo } = banner.face;
  const [wrong, setWrong] = useState<string>();
  const [over, setOver] = useState(false);
  const id = useId();
  const take = (file: File | undefined) => {
    setWrong(undefined);
    if (file)
      logoOf(file).then(
        (made) => setFace({ logo: { ...made, alt: logo?.alt ?? '' } }),
        (cause: Error) => setWrong(cause.message),
      );
  };
  return (
    <Section title="Logo">
      {/* biome-ignore lint/a11y/noStaticElementInteractions: dropping is a second way to what the field in it does */}
      <div
        className={`border border-dashed px-3 py-2 ${over ? 'border-stamp bg-wash' : 'border-line'}`}
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event) => {
          event.preventDefault();
          setOver(false);
          take(event.dataTransfer.files[0]);
        }}
      >
        <label htmlFor={id} className="block">
          PNG, JPEG, WebP or SVG; drop it here, or
        </label>
        <input
          id={id}
          type="file"
          accept="image/png,image/jpeg,image/webp,image/svg+xml"
          className="mt-1 w-full"
          onChange={(event) => {
            take(event.target.files?.[0]);
            event.target.value = '';
          }}
        />
        {wrong && (
          <p role="alert" className="text-slipped">
            {wrong}
          </p>
        )}
      </div>
      {logo && (
        <div className="mt-2">
          <img src={logo.data} alt={logo.alt} className="max-h-16 max-w-full bg-well" />
          <TextRow
            label="Its words"
            placeholder="Name of the site"
            value={logo.alt}
            problem={problemOf('face.logo.alt')}
            onChange={(alt) => setFace({ logo: { ...logo, alt } })}
          />
          <Button kind="quiet" onClick={() => setFace({ logo: undefined })}>
            Take it out
          </Button>
        </div>
      )}
    </Section>
  );
}
