import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { BrowserRouter } from 'react-router';
import { App } from './App';
import { reloadOnce } from './state/reloadOnce';
import { store } from './state/store';
import './styles.css';

// Installed on a phone, the application opens without a connection and says so.
if (import.meta.env.PROD && 'serviceWorker' in navigator) {
  window.addEventListener('load', () => void navigator.serviceWorker.register('/service-worker.js'));
}

// A part of the pages that is not there any more (https://vite.dev/guide/build.html, load error handling).
window.addEventListener('vite:preloadError', () => void reloadOnce());

createRoot(document.getElementById('hall')!).render(
  <StrictMode>
    <Provider store={store}>
      <BrowserRouter>
        <App />
      </BrowserRouter>
    </Provider>
  </StrictMode>,
);
