import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query';
import { flushPromises, mount } from '@vue/test-utils';
import { defineComponent, h, type VNode } from 'vue';
import { createMemoryHistory, createRouter } from 'vue-router';
import { i18n } from '@/shared/words';

/** Runs a composable as a view does, at an address, and waits until it has come to rest. */
export const use = <T>(composable: () => T, at = '/', paths: string[] = ['/:all(.*)*']) =>
  mountWith(composable, () => h('div'), at, paths);

/** The same with something drawn from it. */
export async function mountWith<T>(
  composable: () => T,
  draw: (result: T) => VNode,
  at: string,
  paths: string[],
) {
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
        return () => draw(result);
      },
    }),
    {
      attachTo: document.body,
      global: { plugins: [router, i18n, [VueQueryPlugin, { queryClient: queries }]] },
    },
  );
  await flushPromises();
  return { ...result, router, queries, wrapper, composed: result };
}
