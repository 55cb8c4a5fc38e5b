import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query';
import { flushPromises, mount } from '@vue/test-utils';
import { defineComponent, h } from 'vue';
import { createMemoryHistory, createRouter } from 'vue-router';

/** Runs a composable as a view does, at an address, and waits until it has come to rest. */
export async function use<T>(composable: () => T, at = '/', paths: string[] = ['/:all(.*)*']) {
  const router = createRouter({
    history: createMemoryHistory(),
    routes: paths.map((path) => ({ path, component: { render: () => null } })),
  });
  await router.push(at);
  await router.isReady();
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  let result!: T;
  const wrapper = mount(
    defineComponent({
      setup() {
        result = composable();
        return () => h('div');
      },
    }),
    {
      attachTo: document.body,
      global: { plugins: [router, [VueQueryPlugin, { queryClient: queries }]] },
    },
  );
  await flushPromises();
  return { ...result, router, queries, wrapper, composed: result };
}
