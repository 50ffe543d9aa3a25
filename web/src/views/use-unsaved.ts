import { useEffect } from 'react';
import { useBlocker } from 'react-router';

/**
 * Leaving with unsaved work asks, whether within the application or out of it. `within`: places that begin with this
 * path keep the work, so going from one to another is no leaving.
 */
export function useUnsaved(dirty: boolean, within?: string): void {
  const blocker = useBlocker(({ currentLocation, nextLocation: { pathname } }) => {
    const stays = within !== undefined && `${pathname}/`.startsWith(`${within}/`);
    return dirty && !stays && currentLocation.pathname !== pathname;
  });
  useEffect(() => {
    if (blocker.state !== 'blocked') return;
    if (confirm('Leave without saving? What you changed here is lost.')) blocker.proceed();
    else blocker.reset();
  }, [blocker]);
  useEffect(() => {
    if (!dirty) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    addEventListener('beforeunload', ask);
    return () => removeEventListener('beforeunload', ask);
  }, [dirty]);
}
