import type { ScanRun } from '@douane/api';
import { LOOKS, proposedFace } from '@douane/core/banner';
import type { ScanReport } from '@douane/core/scan';
import { type Banner, type Setup, withLook } from '@douane/core/setup';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import * as queries from '../../api/queries';
import { Choices, SelectRow } from '../../ui/fields';
import { useVisitors, visitorFrom } from '../banner/preview';
import { ShownBanner, WINDOWS } from '../banner/shown-banner';
import type { DraftEditor } from '../use-draft';

const SHOWN = { desktop: 720, phone: 300 };
const FORMS: Record<'bar' | 'card' | 'dialog', string> = { bar: 'bar', card: 'card', dialog: 'dialog' };

interface LookStepProps {
  siteId: string;
  editor: DraftEditor;
  setup: Setup;
  seen: NonNullable<ScanRun['report']>['look'];
}

/** The banner over the site's own page: in its colours, in a look of the organisation, or in one of ours. */
export function LookStep({ siteId, editor, setup, seen }: LookStepProps) {
  const { banner } = setup;
  const [of, setWindow] = useState<'desktop' | 'phone'>('desktop');
  const { data: picture } = useQuery(queries.picture(siteId, of));
  const { data: shared } = useQuery(queries.looks());
  const language = banner.defaultLanguage;
  const visitors = useVisitors(setup, language);
  const visitor = visitorFrom(visitors);
  const set = (change: Partial<Banner>) => editor.change((s) => ({ ...s, banner: { ...s.banner, ...change } }));
  const options: Record<string, string> = {
    '': 'as it is',
    ...(seen && { site: 'the site’s own colours and type' }),
    ...Object.fromEntries((shared?.looks ?? []).map(({ id, name }) => [id, `${name}, of the organisation`])),
    ...Object.fromEntries(LOOKS.map(({ id, name }) => [`ours ${id}`, name])),
  };
  const take = (key: string) => {
    const look = shared?.looks.find(({ id }) => id === key);
    const ours = LOOKS.find(({ id }) => `ours ${id}` === key);
    if (key === 'site' && seen) editor.change((s) => inSiteColours(s, seen));
    else if (look)
      editor.change((s) => {
        const next = withLook(s, look.look);
        return { ...next, banner: { ...next.banner, look: { id: look.id, revision: look.revision } } };
      });
    else if (ours) editor.change((s) => ({ ...s, banner: { ...s.banner, face: { ...s.banner.face, ...ours.face } } }));
  };
  return (
    <div className="flex flex-wrap gap-5">
      <div className="w-full max-w-[420px] min-w-0">
        <SelectRow label="Take" value="" options={options} onChange={take} />
        <Choices
          label="Form"
          value={banner.form.kind === 'within' ? 'bar' : banner.form.kind}
          options={FORMS}
          onChange={(kind) => set({ form: { ...banner.form, kind } })}
        />
        <Choices
          label="Window"
          value={of}
          options={{ desktop: 'on a desk', phone: 'on a phone' }}
          onChange={setWindow}
        />
      </div>
      <div className="border border-line bg-well">
        <ShownBanner
          title="The banner over the site’s page"
          setup={setup}
          language={language}
          decision={visitor.decision}
          layer="first"
          window={of}
          scale={SHOWN[of] / WINDOWS[of].width}
          backdrop={picture?.data ?? undefined}
        />
      </div>
    </div>
  );
}

/** The banner in a site's own colours and type, as the scan saw them. */
export const inSiteColours = (setup: Setup, seen: NonNullable<ScanReport['look']>): Setup => ({
  ...setup,
  banner: { ...setup.banner, face: proposedFace(seen, setup.banner.face) },
});
