import type { SiteSummary } from '@douane/api';
import type { Banner, Setup } from '@douane/core/setup';
import { useOutletContext } from 'react-router';
import type { DraftEditor } from '../use-draft';
import type { Findings } from './use-findings';

/** What the places of the banner station share: one draft that is edited, and what is shown of it. */
export interface BannerEditing {
  site: SiteSummary;
  editor: DraftEditor;
  setup: Setup;
  banner: Banner;
  /** Changes the banner. */
  set(change: Partial<Banner>): void;
  setForm(change: Partial<Banner['form']>): void;
  setFace(change: Partial<Banner['face']>): void;
  setButton(change: Partial<Banner['button']>): void;
  /** What is wrong with a field, by its path within the banner. */
  problemOf(path: string): string | undefined;
  findings: Findings;
  /** Language that is shown and worked on. */
  language: string;
  setLanguage(tag: string): void;
  /** Regime whose own wording is worked on; null: the wording for all. */
  regime: string | null;
  setRegime(id: string | null): void;
}

export const useBanner = () => useOutletContext<BannerEditing>();
