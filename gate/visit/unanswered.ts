const UNANSWERED = 'douane.unanswered';
const MOST_UNANSWERED = 5;

/** Ids of records that were sent and not answered: they may stand in the ledger all the same. */
export function unanswered(): string[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(UNANSWERED) ?? '[]');
    return Array.isArray(kept) ? kept.filter((id) => /^[0-9a-f-]{36}$/.test(String(id))).slice(-MOST_UNANSWERED) : [];
  } catch {
    return []; // closed to us, or written by somebody else
  }
}

/** Keeps the ids of records whose answer never came, to be named with the next choice; at most the newest few. */
export function keepUnanswered(ids: readonly string[]): void {
  try {
    if (ids.length > 0) localStorage.setItem(UNANSWERED, JSON.stringify(ids.slice(-MOST_UNANSWERED)));
    else localStorage.removeItem(UNANSWERED);
  } catch {
    // Closed to us; then only this page knows of them.
  }
}
