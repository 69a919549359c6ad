import '@fontsource-variable/source-code-pro/wght.css';
import '@fontsource-variable/source-sans-3/wght.css';
import './theme/variables.css';
import './theme/components.css';
import './theme/theme.css';
import './theme/print.css';
import { MantineProvider } from '@mantine/core';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { App } from './App.js';
import { BENCH_QUERY } from './stages/machines/queries.js';
import { TokenGate } from './shell/TokenGate.js';
import { theme } from './theme/theme.js';

const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, staleTime: 2000 } } });

/** As long as nobody notices; after that, the page says itself that it waits. */
const UNNOTICED_MILLISECONDS = 150;

/** What the page that is opened shows first, so that it is drawn once, and whole. */
async function first(): Promise<void> {
  if (window.location.pathname !== '/') return;
  const listed = queries.prefetchInfiniteQuery({ ...BENCH_QUERY, retry: false });
  await Promise.race([listed, new Promise((done) => setTimeout(done, UNNOTICED_MILLISECONDS))]);
}

const root = createRoot(document.getElementById('root')!);
void first().then(() =>
  root.render(
    <StrictMode>
      <MantineProvider
        theme={theme}
        defaultColorScheme="auto"
        withCssVariables={false}
        withGlobalClasses={false}
      >
        <QueryClientProvider client={queries}>
          {/* What is selected stands in the address: a key pressed right after counts for it already. */}
          <BrowserRouter useTransitions={false}>
            <TokenGate>
              <App />
            </TokenGate>
          </BrowserRouter>
        </QueryClientProvider>
      </MantineProvider>
    </StrictMode>,
  ),
);
