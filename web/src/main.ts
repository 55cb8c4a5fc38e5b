import '@fontsource-variable/bricolage-grotesque/standard.css';
import '@fontsource-variable/hanken-grotesk';
import '@fontsource/commit-mono/400.css';
import './styles/tokens.scss';
import './styles/base.scss';
import { VueQueryPlugin } from '@tanstack/vue-query';
import { createApp } from 'vue';
import App from './app/App.vue';
import { newQueries } from './app/queries';
import { router } from './app/routes';
import { keepFocusOfBusyButtons } from './shared/focus';
import { i18n } from './shared/words';

createApp(App).use(router).use(i18n).use(VueQueryPlugin, { queryClient: newQueries() }).mount('#app');
keepFocusOfBusyButtons(document);
