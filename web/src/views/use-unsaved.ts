import { useEffect } from 'react';
import { useBlocker } from 'react-router';

/** Leaving with unsaved work asks, whether within the application or out of it. */
export function useUnsaved(dirty: boolean): void {
  const blocker = useBlocker(
    ({ currentLocation, nextLocation }) => dirty && currentLocation.pathname !== nextLocation.pathname,
  );
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
