import './styles.css';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { ApiProblem } from './api/client';
import { Queries } from './api/query-client';
import { SessionProvider } from './api/session';
import { App } from './app';
import { applyTheme } from './ui/theme';

applyTheme();

const client = new Queries({
  defaultOptions: {
    queries: {
      staleTime: 5_000,
      // What the server refused it will refuse again; what was lost on the way may come.
      retry: (count, error) => count < 2 && !(error instanceof ApiProblem && error.status >= 400 && error.status < 500),
    },
  },
});

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <SessionProvider>
        <App />
      </SessionProvider>
    </QueryClientProvider>
  </StrictMode>,
);
