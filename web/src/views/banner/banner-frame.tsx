import type { Banner } from '@douane/core/setup';
import { useState } from 'react';
import { Outlet, useLocation } from 'react-router';
import { Trouble } from '../../ui/parts';
import { SaveBar } from '../save-bar';
import { useSite } from '../site-frame';
import { StationLinks } from '../station-links';
import { useAutosave } from '../use-autosave';
import { useDraft } from '../use-draft';
import { Compared } from './compared';
import { MeasuringFrames } from './measuring-frames';
import { Preview } from './preview';
import type { BannerEditing } from './use-banner';
import { useFindings } from './use-findings';

/** The places of the banner station, beside the banner as visitors get it. One draft is edited in all of them. */
export function BannerFrame() {
  const site = useSite();
  const editor = useDraft(site.id, `/sites/${site.id}/banner`);
  useAutosave(editor);
  const { setup, error } = editor;
  const [chosen, setLanguage] = useState<string>();
  const [regime, setRegime] = useState<string | null>(null);
  const { pathname } = useLocation();
  const wide = pathname.endsWith('/languages');
  const compares = pathname.endsWith('/publish') && (editor.draft?.releases.length ?? 0) > 0;
  const banner = setup?.banner;
  const spoken = banner ? [...banner.languages, ...(banner.drafts ?? [])] : [];
  const language = chosen && spoken.includes(chosen) ? chosen : (banner?.defaultLanguage ?? 'en');
  const { findings, frames } = useFindings(setup, language);

  if (!setup || !banner) return <Trouble error={error} />;
  const set = (change: Partial<Banner>) => editor.change((s) => ({ ...s, banner: { ...s.banner, ...change } }));
  const editing: BannerEditing = {
    site,
    editor,
    setup,
    banner,
    set,
    setForm: (change) => set({ form: { ...banner.form, ...change } }),
    setFace: (change) => set({ face: { ...banner.face, ...change } }),
    setButton: (change) => set({ button: { ...banner.button, ...change } }),
    problemOf: (path) => editor.problemOf(`banner.${path}`),
    findings,
    language,
    setLanguage,
    regime: regime && setup.regions.regimes.includes(regime) ? regime : null,
    setRegime,
  };
  const breaches = findings.all.filter(({ weight }) => weight === 'breach').length;
  return (
    <div className={wide ? 'flex-1' : 'grid flex-1 grid-cols-1 xl:grid-cols-[440px_minmax(0,1fr)]'}>
      <section className="min-w-0 border-line px-5 py-5 xl:border-r">
        <StationLinks
          station="banner"
          places={[
            ['', 'Design'],
            ['words', 'Words'],
            ['languages', 'Languages'],
            ['asking', 'Asking'],
            ['findings', 'Findings', breaches],
            ['publish', 'Publish'],
          ]}
        />
        <div className="mb-3">
          <SaveBar editor={editor} />
        </div>
        <Trouble error={editor.error} />
        <Outlet context={editing} />
      </section>
      {!wide && !compares && <Preview editing={editing} />}
      {compares && <Compared editing={editing} />}
      <MeasuringFrames frames={frames} />
    </div>
  );
}
