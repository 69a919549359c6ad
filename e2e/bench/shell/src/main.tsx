import '@fontsource-variable/source-code-pro/wght.css';
import '@fontsource-variable/source-sans-3/wght.css';
import '@mantine/core/styles.css';
import { Button, createTheme, MantineProvider } from '@mantine/core';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { createRoot } from 'react-dom/client';
import { BrowserRouter, Route, Routes } from 'react-router';

const theme = createTheme({
  fontFamily: "'Source Sans 3 Variable', sans-serif",
  fontFamilyMonospace: "'Source Code Pro Variable', monospace",
});

createRoot(document.getElementById('root')!).render(
  <MantineProvider theme={theme}>
    <QueryClientProvider client={new QueryClient()}>
      <BrowserRouter>
        <Routes>
          <Route
            path="*"
            element={
              <main>
                <Button>Nothing</Button>
              </main>
            }
          />
        </Routes>
      </BrowserRouter>
    </QueryClientProvider>
  </MantineProvider>,
);
