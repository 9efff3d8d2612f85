import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import '../shared/theme.css';
import { AppRoutes } from './AppRoutes';
import { LastResort } from './LastResort';

const queries = new QueryClient({
  defaultOptions: { queries: { refetchOnWindowFocus: false, retry: 1 } },
});

const root = document.getElementById('root');
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        {/* a press is answered at once: the address is part of the state, no page to wait for */}
        <BrowserRouter useTransitions={false}>
          <LastResort>
            <AppRoutes />
          </LastResort>
        </BrowserRouter>
      </QueryClientProvider>
    </StrictMode>,
  );
}
