import { changesOf } from '@douane/core/setup';
import { plural } from '@douane/core/words';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import * as queries from '../../api/queries';
import { Choices } from '../../ui/fields';
import { Trouble } from '../../ui/parts';
import { LAYERS, useVisitors, VisitorSelect, visitorFrom } from './preview';
import { ShownBanner, type ShownLayer, WINDOWS } from './shown-banner';
import type { BannerEditing } from './use-banner';

/** So wide each of the two may be drawn. */
const SIDE = 390;

/** The draft beside a release: how both look to a visitor, and every difference in words. */
export function Compared({ editing }: { editing: BannerEditing }) {
  const { site, editor, setup, language } = editing;
  const { releases, publications } = editor.draft!;
  const inForce = publications.find((publication) => publication.inForce)?.number;
  const [chosen, choose] = useState<number>();
  const number = chosen ?? inForce ?? releases[0]!.number;
  const { data, error } = useQuery(queries.releasedSetup(site.id, String(number)));
  const [place, setPlace] = useState<string>();
  const [layer, setLayer] = useState<ShownLayer>('first');
  const [of, setWindow] = useState<'phone' | 'desktop'>('desktop');
  const visitors = useVisitors(setup, language);
  const visitor = visitorFrom(visitors, place);
  const changes = useMemo(() => data && changesOf(data.setup, setup), [data, setup]);
  const before = useVisitors(data?.setup ?? setup, language);
  const was = visitorFrom(before, visitor.place);
  const spoken = data?.setup.banner.languages.includes(language) ? language : data?.setup.banner.defaultLanguage;
  const shown = { layer, window: of, scale: Math.min(1, SIDE / WINDOWS[of].width) };
  return (
    <section className="min-w-0 px-5 py-5" aria-label="Comparison">
      <div className="mb-2 flex flex-wrap items-start gap-x-4">
        <label className="flex min-h-8 items-center gap-2">
          <span className="caps">The draft beside</span>
          <select value={number} onChange={(event) => choose(Number(event.target.value))}>
            {releases.map((release) => (
              <option key={release.number} value={release.number}>
                v{release.number}
                {release.number === inForce ? ', in force' : ''}
              </option>
            ))}
          </select>
        </label>
        <VisitorSelect visitors={visitors} value={visitor.place} onChange={setPlace} />
        <Choices label="Layer" value={layer} options={LAYERS} onChange={setLayer} />
        <Choices label="Window" value={of} options={{ phone: 'phone', desktop: 'desktop' }} onChange={setWindow} />
      </div>
      <Trouble error={error} />
      {data && (
        <div className="flex flex-wrap gap-4">
          {(
            [
              [`v${number}`, data.setup, spoken!, was],
              ['the draft', setup, language, visitor],
            ] as const
          ).map(([name, one, tag, { decision }]) => (
            <figure key={name} className="border border-line bg-well">
              <figcaption className="caps border-b border-line bg-sheet px-2 py-1">{name}</figcaption>
              <ShownBanner title={`The banner of ${name}`} setup={one} language={tag} decision={decision} {...shown} />
            </figure>
          ))}
        </div>
      )}
      {changes && (
        <>
          <h3 className="caps mt-4 mb-1 text-ink">
            {changes.length === 0 ? 'They say the same' : `${plural(changes.length, 'difference')}`}
          </h3>
          {changes.length > 0 && (
            <table className="w-full table-fixed text-left">
              <thead>
                <tr className="border-b border-line">
                  {['Where', `v${number}`, 'Draft'].map((head) => (
                    <th key={head} scope="col" className="caps py-1 pr-3">
                      {head}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {changes.slice(0, MOST_ROWS).map(({ where, ...change }) => (
                  <tr key={where} className="border-b border-line align-top [overflow-wrap:anywhere]">
                    <td className="py-1 pr-3">{where}</td>
                    <td className="py-1 pr-3 text-ink2">{change.before || '—'}</td>
                    <td className="py-1 pr-3">{change.after || '—'}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          {changes.length > MOST_ROWS && <p className="mt-1 text-ink2">and {changes.length - MOST_ROWS} more</p>}
        </>
      )}
    </section>
  );
}

const MOST_ROWS = 60;
