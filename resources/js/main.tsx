import '@fontsource/literata/400.css';
import '@fontsource/literata/600.css';
import '@fontsource/source-sans-3/400.css';
import '@fontsource/source-sans-3/600.css';
import '@fontsource/ibm-plex-mono/400.css';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { App } from './App';
import { askAhead, queryClient } from './api/queries';
import { GlobalStyle } from './theme/tokens';
import { beginWithTheme } from './ui/theme';

beginWithTheme();
const place = document.getElementById('app');
if (place) {
    askAhead(place.dataset.workspace);
    createRoot(place).render(
        <StrictMode>
            <GlobalStyle />
            <QueryClientProvider client={queryClient}>
                <BrowserRouter>
                    <App />
                </BrowserRouter>
            </QueryClientProvider>
        </StrictMode>,
    );
}
