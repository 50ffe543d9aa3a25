import { EVERY_PLACE, placesWords } from '@douane/core/places';
import { treatmentChanges } from '@douane/core/regimes';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { Link } from 'react-router';
import * as queries from '../../api/queries';
import { today } from '../../ui/words';
import { useSite } from '../site-frame';

/** A release is frozen with the laws of its day: tells where those have changed since, until it is published anew. */
export function LawChanged() {
  const site = useSite();
  const { data: draft } = useQuery(queries.draft(site.id));
  const number = draft?.publications.find(({ inForce }) => inForce)?.number;
  const madeOn = draft?.releases.find((release) => release.number === number)?.madeAt.slice(0, 10);
  const { data } = useQuery({ ...queries.releasedSetup(site.id, String(number)), enabled: number !== undefined });
  const places = useMemo(() => {
    if (!data || !madeOn) return [];
    const { purposes, regions } = data.setup;
    const at = (on: string) => ({ purposes, regions, on });
    return treatmentChanges(at(madeOn), at(today()), EVERY_PLACE).flatMap((change) => change.places);
  }, [data, madeOn]);
  if (places.length === 0 || !madeOn) return null;
  const against = new URLSearchParams({ version: String(number), on: madeOn });
  return (
    <p className="mb-4 border-l-4 border-held bg-sheet px-3 py-2">
      The law has changed in {placesWords(places, 5)} since release {number} was made.{' '}
      <Link to={`document?${against}`}>See what differs</Link>, and publish anew to serve it.
    </p>
  );
}
