import { merged } from './merge';
import type { Banner, Setup } from './types';

/** What of one site's setup another can take over, each whole. */
export const TAKEOVER_PARTS = ['face', 'form', 'words', 'languages', 'purposes', 'regions'] as const;
export type TakeoverPart = (typeof TAKEOVER_PARTS)[number];

const { assign } = Object;

/**
 * A setup with parts of another one in place of its own. What is the site's own stays: its addresses, its services, its
 * policy, and the element that a banner within the page stands in. `since`: what `from` was before; then only what it
 * changed since is taken over, and wherever the setup had gone its own way it stays as it is.
 */
export function takenOver(setup: Setup, from: Setup, parts: readonly TakeoverPart[], since?: Setup): Setup {
  const whole = replaced(setup, from, parts);
  return since ? merged(replaced(setup, since, parts), setup, whole).value : whole;
}

/** What a look is: the same for every site that uses it. */
export type Look = Pick<Banner, 'face' | 'form' | 'button'>;
export const lookOf = ({ banner: { face, form, button } }: Pick<Setup, 'banner'>): Look => ({ face, form, button });

/** A setup in a look; with `since`, what the look was when the site took it, only in what has changed of it; see `takenOver`. */
export function withLook(setup: Setup, look: Look, since?: Look): Setup {
  const dressed = (one: Look): Setup => ({ ...setup, banner: { ...setup.banner, ...one } });
  return takenOver(setup, dressed(look), ['face', 'form'], since && dressed(since));
}

function replaced(setup: Setup, from: Setup, parts: readonly TakeoverPart[]): Setup {
  const takes = new Set(parts);
  const next = structuredClone(setup);
  const theirs = structuredClone(from);
  const { banner } = next;
  if (takes.has('face')) banner.face = theirs.banner.face;
  if (takes.has('form')) {
    const into = banner.form.into ?? theirs.banner.form.into;
    banner.form = { ...theirs.banner.form, ...(into && { into }) };
    banner.noticeAfter = theirs.banner.noticeAfter;
    banner.button = { ...theirs.banner.button, page: banner.button.page };
  }
  if (takes.has('face') && takes.has('form')) banner.look = theirs.banner.look;
  if (takes.has('languages')) {
    const { defaultLanguage, languages, drafts, speaks, read } = theirs.banner;
    assign(banner, { defaultLanguage, languages, drafts, speaks, read });
  }
  if (takes.has('words')) {
    const { texts, wording, translatedFrom, sentences } = theirs.banner;
    assign(banner, { texts, wording, translatedFrom, sentences });
  }
  if (takes.has('purposes')) {
    // A service whose purpose the other site does not know keeps it.
    const known = new Set(theirs.purposes.map(({ id }) => id));
    const used = new Set(next.services.map(({ purpose }) => purpose));
    const kept = next.purposes.filter(({ id }) => used.has(id) && !known.has(id));
    next.purposes = [...theirs.purposes, ...kept];
  }
  if (takes.has('regions')) next.regions = theirs.regions;
  return consistent(next);
}

/** Without what only made sense where it came from: texts of languages not spoken, wordings for laws not served. */
function consistent(setup: Setup): Setup {
  const { banner, regions } = setup;
  const spoken = new Set([...banner.languages, ...(banner.drafts ?? [])]);
  const only = <T>(of: Record<string, T>, has: (key: string) => boolean): Record<string, T> =>
    Object.fromEntries(Object.entries(of).filter(([key]) => has(key)));
  banner.texts = only(banner.texts, (tag) => spoken.has(tag));
  if (banner.wording) banner.wording = only(banner.wording, (id) => regions.regimes.includes(id));
  return setup;
}
