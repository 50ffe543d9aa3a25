import { Finding } from '../../ui/parts';
import { ChoicesButtonFields } from './button-fields';
import { Colours, Looks, Type } from './face-fields';
import { Buttons, Form } from './form-fields';
import { Logo } from './logo-field';
import { OwnCss } from './own-css-field';
import { SharedLooks } from './shared-looks';
import { useBanner } from './use-banner';

/** Form, face and choices button, beside the banner itself. */
export function DesignView() {
  const { findings } = useBanner();
  const faults = findings.all.filter(({ section }) => ['form', 'face', 'button'].includes(section));
  return (
    <>
      <Finding
        title={
          faults.length === 0
            ? 'Nothing to mend in the design'
            : `${faults.length === 1 ? 'One thing' : `${faults.length} things`} to mend in the design`
        }
      >
        {faults[0]?.what}
      </Finding>
      <Form />
      <Looks />
      <SharedLooks />
      <Colours />
      <Type />
      <Buttons />
      <Logo />
      <OwnCss />
      <ChoicesButtonFields />
    </>
  );
}
