<script setup lang="ts">
import { computed } from 'vue';
import { bytes, count } from '@/shared/format';
import StateMark from '@/shared/StateMark.vue';
import { AS_A_MAIL, LETTERS, toneOf } from './files';
import type { Rehearsal } from './useRehearsal';

/** The files with their names at each destination, and their sizes against what mails may weigh. */
const props = defineProps<{ rehearsal: Rehearsal }>();

/** Each limit once, in bytes of a file that is sent alone. */
const limits = computed(() => {
  const by = new Map<number, string[]>();
  for (const to of props.rehearsal.destinations)
    if (to.limit) by.set(to.limit, [...(by.get(to.limit) ?? []), to.name]);
  return [...by].map(([limit, names]) => ({ at: limit / AS_A_MAIL, limit, names: names.join(', ') }));
});
const whole = computed(
  () =>
    Math.max(1, ...props.rehearsal.files.map((file) => file.bytes), ...limits.value.map((l) => l.at)) * 1.02,
);
const share = (value: number) => `${(value / whole.value) * 100}%`;

/** Who gets a file, and as what where that is another name. */
function goesTo(file: number) {
  return props.rehearsal.destinations.flatMap((to) => {
    const there = to.files.find((one) => one.file === file);
    if (!there) return [];
    const name = props.rehearsal.files[file]?.name === there.name ? '' : there.name;
    return [
      {
        id: to.id,
        destination: to.name,
        name,
        why: there.changes.join(', '),
        fits: !to.limit || to.bytes <= to.limit,
      },
    ];
  });
}
</script>

<template>
  <table class="table files">
    <thead>
      <tr>
        <th scope="col"><span class="hidden-text">File</span></th>
        <th scope="col">File name</th>
        <th scope="col" class="bar">
          <span
            v-for="limit in limits"
            :key="limit.limit"
            :style="{ right: `calc(100% - ${share(limit.at)})` }"
          >
            {{ limit.names }}: at most {{ bytes(limit.limit) }}
          </span>
          <span v-if="!limits.length" class="hidden-text">Size as a bar</span>
        </th>
        <th scope="col" class="number">Size</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(file, i) in rehearsal.files" :key="file.name">
        <td>
          <span :class="['letter', toneOf(i)]">{{ LETTERS[i % 26] }}</span>
        </td>
        <td>
          <span class="mono">{{ file.name }}</span>
          <span class="caption to">
            {{ count(file.pages, 'page') }}, {{ file.words }}
            <template v-for="to in goesTo(i)" :key="to.id">
              <StateMark :mark="to.fits ? 'accepted' : 'failed'" :size="12" silent />
              <span :title="to.why"
                >{{ to.destination }}<code v-if="to.name"> as {{ to.name }}</code></span
              >
            </template>
          </span>
        </td>
        <td class="bar">
          <svg viewBox="0 0 100 24" preserveAspectRatio="none" aria-hidden="true" :class="toneOf(i)">
            <rect class="track" y="11" width="100" height="1" />
            <rect class="size" y="6" height="12" :width="(file.bytes / whole) * 100" />
            <rect
              v-for="limit in limits"
              :key="limit.limit"
              class="limit"
              width="0.5"
              height="24"
              :x="(limit.at / whole) * 100"
            />
          </svg>
        </td>
        <td class="number">{{ bytes(file.bytes) }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.letter {
  display: inline-grid;
  width: 22px;
  height: 22px;
  place-items: center;
  background: var(--tone);
  color: var(--paper-0);
  font-weight: 700;
}
.mono {
  overflow-wrap: anywhere;
}
.to {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 6px;
  align-items: center;
}
.bar {
  position: relative;
  width: 38%;
}
th.bar span:not(.hidden-text) {
  position: absolute;
  bottom: 6px;
  white-space: nowrap;
}
.bar svg {
  display: block;
  width: 100%;
  height: 24px;
}
.size {
  fill: var(--tone);
}
.track {
  fill: var(--rule-2);
}
.limit {
  fill: var(--ink-9);
}
</style>
