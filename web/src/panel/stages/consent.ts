import { api, ask } from '@/api/client';
import type { Ask, Label, Machine } from '../machine';

/** A person lets Courier into a folder of theirs, by a code on their phone. @param given what goes on then */
export function useConsent(machine: Machine, given: (job: Label) => Promise<void>) {
  const { device, attempt, touch } = machine;

  function consentOf(job: Label): Ask | undefined {
    return job.asks.find((one) => one.kind === 'CONSENT');
  }

  async function askConsent(job: Label) {
    const destinationId = consentOf(job)?.destinationId;
    if (!destinationId) return;
    const request = await attempt(() =>
      ask(
        api.POST('/api/panel/{device}/consents', {
          params: { path: { device } },
          body: { destinationId },
        }),
      ),
    );
    if (request) machine.go({ name: 'consent', job, request });
  }

  /** A new code after the old one was declined or has run out. */
  async function askAgain() {
    touch();
    const at = machine.at('consent');
    if (at) await askConsent(at.job);
  }

  function leaveConsent() {
    touch();
    machine.go({ name: 'jobs' });
  }

  /** Whoever types a code on a telephone is still here, so this keeps them signed in. */
  async function refreshConsent() {
    const at = machine.at('consent');
    if (at?.request.state !== 'WAITING') return;
    touch();
    await machine.quietly(async () => {
      const seen = await ask(
        api.GET('/api/panel/{device}/consents/{request}', {
          params: { path: { device, request: at.request.id } },
        }),
      );
      if (!machine.isAt(at)) return;
      at.request = seen;
      if (seen.state === 'GIVEN') await given(at.job);
    });
  }

  return { consentOf, askConsent, askAgain, leaveConsent, refreshConsent };
}
