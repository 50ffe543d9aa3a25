import { type InvalidateOptions, type InvalidateQueryFilters, QueryClient } from '@tanstack/react-query';

/** What the server said, kept; and asked for anew once somebody has changed it. */
export class Queries extends QueryClient {
  /**
   * As the library has it; and an answer that is still on its way for the first time, which may have been given before the
   * change, does not count. The library takes it for the new one.
   */
  override async invalidateQueries(filters: InvalidateQueryFilters = {}, options?: InvalidateOptions): Promise<void> {
    const { queryKey, exact } = filters;
    await this.cancelQueries({ queryKey, exact, predicate: ({ state }) => state.data === undefined });
    await super.invalidateQueries(filters, options);
  }
}
