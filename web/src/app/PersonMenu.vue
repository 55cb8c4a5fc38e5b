<script setup lang="ts">
import { onClickOutside } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useSession } from './session';
import { useTheme } from './theme';
import ChoiceRow from '@/shared/ChoiceRow.vue';
import { api, ask } from '@/api/client';
import { ROLES } from '@/security/roles';
import { useToast } from '@/shared/toast';
import OwnPassword from './OwnPassword.vue';
import OwnSecondFactor from './OwnSecondFactor.vue';

const { identity, signOut } = useSession();
const { chosen } = useTheme();
const open = ref(false);
const changing = ref(false);
function change() {
  open.value = false;
  changing.value = true;
}
const securing = ref(false);
function secure() {
  open.value = false;
  securing.value = true;
}
const { say } = useToast();
async function endOthers() {
  open.value = false;
  await ask(api.DELETE('/api/session/others'));
  say('You are signed out in all other browsers.');
}
const box = ref<HTMLElement>();
onClickOutside(box, () => (open.value = false));
const initials = computed(() =>
  (identity.value?.name ?? '')
    .split(/\s+/)
    .map((part) => part[0])
    .slice(0, 2)
    .join(''),
);
</script>

<template>
  <div ref="box" class="person" @keydown.esc="open = false">
    <button type="button" :aria-expanded="open" aria-controls="person-sheet" @click="open = !open">
      <span class="initials" aria-hidden="true">{{ initials }}</span>
      <span class="name">{{ identity?.name }}</span>
    </button>
    <div v-if="open" id="person-sheet" class="opened">
      <p class="caption">{{ identity?.email }}</p>
      <ChoiceRow
        v-model="chosen"
        label="Theme"
        :options="[
          { value: 'light', words: 'Light' },
          { value: 'dark', words: 'Dark' },
          { value: 'system', words: 'System' },
        ]"
      />
      <p v-if="identity" class="caption">
        {{ ROLES[identity.role].name
        }}<template v-if="identity.places.length">, {{ identity.places.join(', ') }}</template>
      </p>
      <template v-if="!identity?.ofProvider">
        <button type="button" class="button" @click="change">Change password</button>
        <button type="button" class="button" @click="secure">Second factor</button>
      </template>
      <button type="button" class="button" @click="endOthers">Sign out everywhere else</button>
      <button type="button" class="button" @click="signOut">Sign out</button>
      <p class="caption">
        Third-party notices: <a href="/third-party-java.txt" target="_blank">server</a>,
        <a href="/third-party-web.txt" target="_blank">web</a>
      </p>
    </div>
    <OwnPassword v-model="changing" />
    <OwnSecondFactor v-model="securing" />
  </div>
</template>

<style scoped>
.person {
  position: relative;
}
.person > button {
  display: flex;
  gap: 8px;
  align-items: center;
  border: 0;
  background: none;
  font-weight: 500;
  white-space: nowrap;
  cursor: pointer;
}
.initials {
  display: grid;
  width: 24px;
  height: 24px;
  place-items: center;
  border: 1px solid var(--ink-7);
  font-size: 11px;
  font-weight: 680;
}
@media (max-width: 820px) {
  .name {
    position: absolute;
    width: 1px;
    height: 1px;
    overflow: hidden;
    clip-path: inset(50%);
  }
}
.opened {
  position: absolute;
  right: 0;
  top: 36px;
  display: flex;
  flex-direction: column;
  gap: 12px;
  width: 250px;
  padding: 14px;
  border: 1px solid var(--ink-9);
  background: var(--paper-0);
}
</style>
