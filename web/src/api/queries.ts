import { type InvalidateOptions, type InvalidateQueryFilters, QueryClient } from "@tanstack/react-query";

/** What was read before a change is never shown as read after it.
 *
 * Left to itself, a query that is on its way for the first time is waited for instead of asked again, and what it
 * brings may be from before the change. */
export class Queries extends QueryClient {
  override async invalidateQueries(filters?: InvalidateQueryFilters, options?: InvalidateOptions): Promise<void> {
    await this.cancelQueries(filters as Parameters<QueryClient["cancelQueries"]>[0]);
    return super.invalidateQueries(filters, options);
  }
}
