import { mount } from '@vue/test-utils';
import { expect, test } from 'vitest';
import { reactive } from 'vue';
import EncryptionFields from '@/shared/EncryptionFields.vue';

/** RFC 8314 section 3.3 and IANA's registry: 587 with STARTTLS, 465 with TLS from the start. */
const PORTS = { NONE: 25, STARTTLS: 587, TLS: 465 };

function fields(port: number) {
  const form = reactive({
    encryption: 'STARTTLS' as const,
    certificateCheck: 'MUST_BE_VALID' as const,
    fingerprint: '',
    port,
  });
  const shown = mount(EncryptionFields, {
    attachTo: document.body,
    props: { modelValue: form, secret: 'every scan', ports: PORTS },
  });
  return { form, shown };
}

test('the customary port goes with the encryption', async () => {
  const { form, shown } = fields(587);
  await shown.get('input[value="TLS"]').setValue();
  expect(form.encryption).toBe('TLS');
  expect(form.port).toBe(465);
  await shown.get('input[value="NONE"]').setValue();
  expect(form.port).toBe(25);
});

test('a port that somebody chose stays', async () => {
  const { form, shown } = fields(2525);
  await shown.get('input[value="TLS"]').setValue();
  expect(form.port).toBe(2525);
});
