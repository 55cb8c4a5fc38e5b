<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query';
import { refDebounced } from '@vueuse/core';
import { computed, ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { useOfficeSettings } from '@/settings/office';
import ChoiceRow from '@/shared/ChoiceRow.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import FormField from '@/shared/FormField.vue';
import SetUpForm from '@/shared/SetUpForm.vue';
import TextField from '@/shared/TextField.vue';
import TickBox from '@/shared/TickBox.vue';
import TitleBar from '@/shared/TitleBar.vue';
import { useSession } from '@/app/session';
import { chance } from './chances';

/** How people sign in at panels, and what a guesser can do against it. */
const { may } = useSession();
const { query, ready, form, save, general, busy, dirty } = useOfficeSettings();
const WAYS: { value: Schemas['PanelSignIn']['way']; words: string; note: string }[] = [
  { value: 'PIN', words: 'PIN', note: 'No card reader is needed.' },
  {
    value: 'CARD_OR_PIN',
    words: 'Card or PIN',
    note: 'A card is enrolled at the panel by entering the PIN once; from then on it is enough.',
  },
  {
    value: 'CARD_AND_PIN',
    words: 'Card and PIN',
    note: 'Both are needed. The first card is enrolled at the panel; a second one after an administrator removed the first.',
  },
];
const rules = computed(() => form.value.panelSignIn);
const note = computed(() => WAYS.find((way) => way.value === rules.value.way)?.note);

const people = ref<number>();
const devices = ref<number>();
const bound = ref(0.01);
const BOUNDS = [0.1, 0.01, 0.001, 0.0001];
const asked = refDebounced(
  computed(() => ({ people: people.value, devices: devices.value, bound: bound.value })),
  200,
);
const advice = useQuery({
  queryKey: computed(() => ['people', 'pin-advice', asked.value]),
  queryFn: () => ask(api.GET('/api/people/pin-advice', { params: { query: asked.value } })),
  placeholderData: keepPreviousData,
});
const told = computed(() => advice.data.value);
const numberOf = (typed: string | number | null) => {
  const text = String(typed ?? '').replaceAll(/\D/g, '');
  return text ? Number(text) : undefined;
};
</script>

<template>
  <ErrorNote :error="query.error.value" />
  <SetUpForm v-if="ready" @save="save()">
    <TitleBar title="Sign-in at panels" hint="By PIN, by card or by both; for all devices of the office">
      <button v-if="may('CHANGE_SETUP')" type="submit" class="button ink" :disabled="busy || !dirty">
        Save
      </button>
    </TitleBar>
    <ErrorNote :error="general" />
    <div class="parts">
      <section aria-labelledby="way">
        <h2 id="way">People sign in by</h2>
        <ChoiceRow v-model="rules.way" label="People sign in by" :options="WAYS" />
        <p class="quiet small">{{ note }}</p>
        <TextField
          v-model="rules.pinLength"
          short
          label="Digits of a PIN"
          name="pinLength"
          hint="Shorter ones that people have already are replaced at their next sign-in."
        />
        <TickBox
          v-model="rules.choose"
          words="People choose their new PIN themselves"
          note="Otherwise Courier gives one at random. Repeats, sequences, dates and the most used are refused in any case."
        />
        <TickBox
          v-model="rules.firstPinOnce"
          words="A PIN from an administrator is for the first time only"
          note="The panel then gives or asks for another one: nobody else knows it."
        />
        <TextField
          v-model="rules.pinDays"
          short
          label="Replace PINs after (days)"
          name="pinDays"
          hint="0 for never. NIST SP 800-63B advises against it unless a PIN may have become known."
        />
        <h2>Guests</h2>
        <TickBox
          v-model="rules.guests"
          words="Guests scan without signing in"
          note="Only with jobs that are for guests, at devices where one of them is on the panel. Whoever reaches this address on the network can do so too."
        />
        <h2>Unclaimed scans</h2>
        <TickBox
          v-model="rules.claims"
          words="People claim scans at the device that sent them"
          note="Scans of the last day that name a job, but nobody. Only time, name and number of pages are shown, no page; who claims one is recorded with the delivery."
        />
      </section>
      <section aria-labelledby="odds">
        <h2 id="odds">What guessing would achieve</h2>
        <p class="quiet small">
          The chance that somebody who never rests opens anybody’s account. After a few wrong PINs a panel
          waits, and all panels together do; nobody is locked out for good.
        </p>
        <div class="asked">
          <FormField v-slot="f" label="People with a PIN" name="people">
            <el-input
              :id="f.id"
              :model-value="people ?? told?.people"
              inputmode="numeric"
              @update:model-value="people = numberOf($event)"
            />
          </FormField>
          <FormField v-slot="f" label="Devices" name="devices">
            <el-input
              :id="f.id"
              :model-value="devices ?? told?.devices"
              inputmode="numeric"
              @update:model-value="devices = numberOf($event)"
            />
          </FormField>
          <FormField v-slot="f" label="Chance that is acceptable" name="bound">
            <el-select :id="f.id" v-model="bound" aria-label="Chance that is acceptable">
              <el-option v-for="one in BOUNDS" :key="one" :value="one" :label="chance(one)" />
            </el-select>
          </FormField>
        </div>
        <ErrorNote :error="advice.error.value" />
        <template v-if="told">
          <table class="table">
            <thead>
              <tr>
                <th scope="col" rowspan="2">Digits</th>
                <th scope="colgroup" colspan="2">At one device</th>
                <th scope="colgroup" colspan="2">At all devices</th>
              </tr>
              <tr>
                <th scope="col">in a day</th>
                <th scope="col">in a year</th>
                <th scope="col">in a day</th>
                <th scope="col">in a year</th>
              </tr>
            </thead>
            <tbody>
              <tr
                v-for="one in told.lengths"
                :key="one.length"
                :class="{ chosen: one.length === rules.pinLength }"
              >
                <th scope="row">{{ one.length }}</th>
                <td>{{ chance(one.oneDevice.inADay) }}</td>
                <td>{{ chance(one.oneDevice.inAYear) }}</td>
                <td>{{ chance(one.allDevices.inADay) }}</td>
                <td :class="{ over: one.allDevices.inAYear > bound }">
                  {{ chance(one.allDevices.inAYear) }}
                </td>
              </tr>
            </tbody>
          </table>
          <p class="advice">
            <template v-if="told.shortest">
              <strong>{{ told.shortest }} digits</strong> keep a year of guessing at all devices at
              {{ chance(bound) }} or less.
              <button
                v-if="may('CHANGE_SETUP') && told.shortest !== rules.pinLength"
                type="button"
                class="link"
                @click="rules.pinLength = told.shortest"
              >
                Use {{ told.shortest }} digits
              </button>
            </template>
            <template v-else>
              No length keeps a year of guessing at {{ chance(bound) }} or less: use cards beside PINs.
            </template>
          </p>
          <p class="quiet small">
            For PINs given at random and never twice. If people drew them without that check, two of
            {{ told.people }} people would have the same {{ rules.pinLength }} digits with a chance of
            {{ chance(told.lengths.find((one) => one.length === rules.pinLength)?.shared ?? 0) }}.
          </p>
        </template>
      </section>
    </div>
  </SetUpForm>
</template>

<style scoped>
.parts {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.25fr);
  gap: 34px;
  margin-top: 12px;
}
section {
  display: flex;
  flex-direction: column;
  gap: 10px;
}
.asked {
  display: grid;
  grid-template-columns: 1fr 1fr 1.4fr;
  gap: 14px;
}
.chosen {
  background: var(--paper-1);
  font-weight: 600;
}
.over {
  color: var(--failed);
}
.advice {
  margin: 0;
}
@media (max-width: 1000px) {
  .parts {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
