/** The cache of what was asked of the server, for the views that ask more than the library itself. */
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { AskError } from '../../browser/client';
import { onOtherEdition } from '../../browser/edition';
import { App } from './app';

export const client = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 60_000,
      retry: (n, error) => n < 2 && error instanceof AskError && error.sort === 'failed',
      networkMode: 'always',
      refetchOnWindowFocus: false,
    },
  },
});
// What the library answered before another edition of it came is never shown beside what it answers now.
onOtherEdition(() => void client.resetQueries());
export const Queries = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={client}>{children}</QueryClientProvider>
);
/** A view of its own that asks the server. */
export const AskingApp = ({ children, quiet = false }: { children: ReactNode; quiet?: boolean }) => (
  <App quiet={quiet}>
    <Queries>{children}</Queries>
  </App>
);
