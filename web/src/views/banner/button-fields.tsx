import { NumberRow, SelectRow, TextRow, TickRow } from '../../ui/fields';
import { Section } from '../../ui/parts';
import { CORNERS } from './corners';
import { useBanner } from './use-banner';

/** The way back to the choice. */
export function ChoicesButtonFields() {
  const { banner, setButton, problemOf } = useBanner();
  const { button } = banner;
  return (
    <Section title="Choices button">
      <TickRow label="It shows on every page" checked={button.shown} onChange={(shown) => setButton({ shown })} />
      {button.shown && (
        <>
          <SelectRow
            label="Corner"
            value={button.corner}
            options={CORNERS}
            onChange={(corner) => setButton({ corner })}
          />
          <SelectRow
            label="Shape"
            value={button.shape}
            options={{ words: 'words', icon: 'icon', both: 'icon and words' }}
            onChange={(shape) => setButton({ shape })}
          />
          {(['x', 'y'] as const).map((axis) => (
            <NumberRow
              key={axis}
              label={axis === 'x' ? 'From the side' : 'From the edge'}
              value={button.offset[axis]}
              min={0}
              max={400}
              problem={problemOf(`button.offset.${axis}`)}
              onChange={(value) => setButton({ offset: { ...button.offset, [axis]: value } })}
            />
          ))}
          <TickRow label="On phones" checked={button.phone} onChange={(phone) => setButton({ phone })} />
          <TickRow label="On wider windows" checked={button.desktop} onChange={(desktop) => setButton({ desktop })} />
          <TextRow
            label="Hidden while this is seen"
            placeholder=".chat-bubble"
            value={button.hideFor ?? ''}
            problem={problemOf('button.hideFor')}
            hint="A selector of something else of the page that needs the corner."
            onChange={(hideFor) => setButton({ hideFor: hideFor || undefined })}
          />
        </>
      )}
      {(!button.shown || !button.phone || !button.desktop) && (
        <TextRow
          label="Page with the link instead"
          placeholder="https://"
          value={button.page ?? ''}
          problem={problemOf('button.page')}
          hint="Any element of it with the attribute data-douane-open leads to the choice."
          onChange={(page) => setButton({ page: page || undefined })}
        />
      )}
    </Section>
  );
}
