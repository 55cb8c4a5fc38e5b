<script setup lang="ts">
import { MARK_WORDS, type Mark } from './states';

/** A state, by shape and colour; the words are for those who do not see it. */
withDefaults(defineProps<{ mark: Mark; size?: number; words?: string; silent?: boolean }>(), {
  size: 16,
  words: undefined,
  silent: false,
});
</script>

<template>
  <svg
    :class="['mark', mark]"
    :width="size"
    :height="size"
    viewBox="0 0 16 16"
    :role="silent ? undefined : 'img'"
    :aria-hidden="silent ? true : undefined"
    :aria-label="silent ? undefined : (words ?? MARK_WORDS[mark])"
  >
    <template v-if="mark === 'accepted'">
      <circle cx="8" cy="8" r="7" fill="currentColor" />
      <path class="gap" d="M4.6 8.3l2.4 2.4 4.4-5" />
    </template>
    <path v-else-if="mark === 'moving'" class="ring" d="M12.2 4.4A5.4 5.4 0 1 0 12.9 10" stroke-width="2.6" />
    <circle v-else-if="mark === 'waiting'" class="ring" cx="8" cy="8" r="5.6" stroke-width="2.4" />
    <path v-else-if="mark === 'held'" class="ring" d="M5 2.5v11M11 2.5v11" stroke-width="3" />
    <template v-else-if="mark === 'care'">
      <path d="M8 1l7.4 13.6H.6z" fill="currentColor" />
      <path class="gap" d="M8 5.6v4M8 11.6v1.2" />
    </template>
    <template v-else-if="mark === 'failed'">
      <rect x="1" y="1" width="14" height="14" fill="currentColor" />
      <path class="gap" d="M5 5l6 6M11 5l-6 6" />
    </template>
    <path v-else-if="mark === 'off'" class="ring" d="M2 8h12" stroke-width="2.4" />
    <circle v-else class="ring" cx="8" cy="8" r="4.6" stroke-width="1.8" />
  </svg>
</template>

<style scoped>
.mark {
  flex: none;
  vertical-align: -3px;
}
.ring {
  fill: none;
  stroke: currentcolor;
}
.gap {
  fill: none;
  stroke: var(--paper-0);
  stroke-width: 1.9;
}
.accepted {
  color: var(--ok);
}
.moving {
  color: var(--moving);
}
.waiting,
.held {
  color: var(--waiting);
}
.care {
  color: var(--care);
}
.failed {
  color: var(--failed);
}
.off {
  color: var(--off);
}
.open {
  color: var(--rule-2);
}
</style>
