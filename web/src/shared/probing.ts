import { ref, watch, type Ref } from 'vue';
import type { Schemas } from '@/api/client';

type Report = Schemas['ProbeReport'];
interface Trusting {
  certificateCheck: Schemas['MailServerForm']['certificateCheck'];
  fingerprint: string;
}

/**
 * The probe of something that is being set up: of what stands in the form while that is not saved, else of what is saved, and
 * kept. Begins with what the last one found.
 */
export function useProbing<V extends { lastProbe?: Report | null }, F extends Trusting>(
  one: {
    isNew: Ref<boolean>;
    open: Ref<V | undefined>;
    form: Ref<F>;
    dirty: Ref<boolean>;
    attempt: (doing: () => Promise<Report>) => Promise<Report | undefined>;
  },
  draft: () => Promise<Report>,
  saved: () => Promise<Report>,
) {
  const report = ref<Report>();
  const probing = ref(false);
  watch(
    one.open,
    (view) => {
      if (view?.lastProbe && !one.dirty.value) report.value = view.lastProbe;
    },
    { immediate: true },
  );

  async function probe() {
    probing.value = true;
    const found = await one.attempt(one.isNew.value || one.dirty.value ? draft : saved);
    probing.value = false;
    if (found) report.value = found;
  }

  function trust() {
    if (!report.value?.certificate) return;
    one.form.value.certificateCheck = 'EXACTLY_THIS';
    one.form.value.fingerprint = report.value.certificate.fingerprint;
  }

  function step(name: Schemas['StepResult']['step']) {
    return report.value?.steps.find((one) => one.step === name);
  }

  return { report, step, probing, probe, trust };
}
