import '@fontsource-variable/sofia-sans/wght.css';
import '@fontsource-variable/sofia-sans-extra-condensed/wght.css';
import './styles/theme.scss';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router';
import { router } from './app/router.tsx';
import { WithChoices } from './app/WithChoices.tsx';
import { startStage } from './shared/stage.ts';
import { watchParts } from './app/staleParts.ts';
import { store } from './app/store.ts';

startStage();
watchParts();
const root = document.getElementById('root');
if (!root) throw new Error('The page has no root element.');
createRoot(root).render(
  <StrictMode>
    <Provider store={store}>
      <WithChoices>
        <RouterProvider router={router} />
      </WithChoices>
    </Provider>
  </StrictMode>,
);
