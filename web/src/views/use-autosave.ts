import { useEffect } from 'react';
import type { DraftEditor } from './use-draft';

/** So long after the last change something is saved by itself. */
export const AUTOSAVE_MS = 800;

/** Saves a draft when the hand rests. What the server refused is not sent again until somebody has changed something. */
export function useAutosave({ setup, dirty, saving, refused, save }: DraftEditor): void {
  const hindered = saving || refused;
  // biome-ignore lint/correctness/useExhaustiveDependencies: counted anew from each change of the setup
  useEffect(() => {
    if (!dirty || hindered) return;
    const soon = setTimeout(save, AUTOSAVE_MS);
    return () => clearTimeout(soon);
  }, [setup, dirty, hindered]);
}
