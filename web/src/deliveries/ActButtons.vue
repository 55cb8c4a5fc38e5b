<script setup lang="ts">
import { ref } from 'vue';
import type { Schemas } from '@/api/client';
import FormField from '@/shared/FormField.vue';
import { DESTINATIONS } from '@/shared/pickable';
import PickOne from '@/shared/PickOne.vue';
import { useActs, type Action } from './acts';

/** Try again, hold, release, stop, send elsewhere: for one delivery or for several. */
const props = defineProps<{ rows: Schemas['DeliveryRow'][]; main?: boolean }>();
const { act, possible, busy } = useActs(() => props.rows);
const asking = ref<Action>();
const reason = ref('');
const elsewhere = ref('');
defineExpose({ act, possible });

const TITLES: Partial<Record<Action, string>> = {
  HOLD: 'Hold it',
  STOP: 'Stop it for good',
  SEND_ELSEWHERE: 'Send it elsewhere',
};
const SAYS: Partial<Record<Action, string>> = {
  HOLD: 'It stays where it is until someone releases it. What has already arrived is not affected.',
  STOP: 'It is not sent any more. Its pages stay as long as Settings say.',
  SEND_ELSEWHERE: 'The same files go to another destination instead of the one that does not take them.',
};
function ready(action: Action) {
  reason.value = '';
  asking.value = action;
}
async function carryOut() {
  const action = asking.value;
  if (!action) return;
  asking.value = undefined;
  await act(action, {
    reason: reason.value,
    destinationId: action === 'SEND_ELSEWHERE' ? elsewhere.value : undefined,
  });
}
</script>

<template>
  <div>
    <div class="actions">
      <slot />
      <button v-if="possible.RELEASE" type="button" class="button" :disabled="busy" @click="act('RELEASE')">
        Release
      </button>
      <button v-if="possible.HOLD" type="button" class="button" :disabled="busy" @click="ready('HOLD')">
        Hold
      </button>
      <button
        v-if="possible.SEND_ELSEWHERE"
        type="button"
        class="button"
        :disabled="busy"
        @click="ready('SEND_ELSEWHERE')"
      >
        Send elsewhere
      </button>
      <button v-if="possible.STOP" type="button" class="button" :disabled="busy" @click="ready('STOP')">
        Stop
      </button>
      <button
        v-if="possible.TRY_AGAIN"
        type="button"
        class="button"
        :class="{ stamp: main }"
        :disabled="busy"
        @click="act('TRY_AGAIN')"
      >
        Try again
      </button>
    </div>
    <el-dialog
      :model-value="asking !== undefined"
      :title="asking ? TITLES[asking] : ''"
      width="440"
      @update:model-value="asking = undefined"
    >
      <form class="ask" @submit.prevent="carryOut">
        <p>{{ asking ? SAYS[asking] : '' }}</p>
        <FormField v-if="asking === 'SEND_ELSEWHERE'" v-slot="f" label="To" name="destinationId">
          <PickOne
            v-bind="DESTINATIONS"
            :id="f.id"
            v-model="elsewhere"
            label="Other destination"
            :aria-describedby="f.describedby"
          />
        </FormField>
        <FormField v-slot="f" label="Reason (for the record)" name="reason">
          <el-input :id="f.id" v-model="reason" maxlength="200" :aria-describedby="f.describedby" />
        </FormField>
        <div class="actions end">
          <button type="button" class="button" @click="asking = undefined">Leave it</button>
          <button
            type="submit"
            class="button ink"
            :disabled="busy || (asking === 'SEND_ELSEWHERE' && !elsewhere)"
          >
            {{ asking ? TITLES[asking] : '' }}
          </button>
        </div>
      </form>
    </el-dialog>
  </div>
</template>

<style scoped>
.actions {
  flex-wrap: wrap;
}
.ask {
  display: flex;
  flex-direction: column;
  gap: 14px;
}
.end {
  justify-content: flex-end;
}
</style>
