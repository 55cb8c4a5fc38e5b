import '@fontsource-variable/bricolage-grotesque/standard.css';
import '@fontsource-variable/hanken-grotesk';
import '@fontsource/commit-mono/400.css';
import './styles/tokens.scss';
import './styles/base.scss';
import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query';
import { createApp } from 'vue';
import App from './app/App.vue';
import { router } from './app/routes';
import { Problem } from './api/client';
import { keepFocusOfBusyButtons } from './shared/focus';
import { i18n } from './shared/words';

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 20_000,
      retry: (count, error) =>
        count < 2 && !(error instanceof Problem && error.status >= 400 && error.status < 500),
    },
  },
});

createApp(App).use(router).use(i18n).use(VueQueryPlugin, { queryClient: queries }).mount('#app');
keepFocusOfBusyButtons(document);
