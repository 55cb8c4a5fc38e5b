import { count } from '@/shared/format';
import type { JobDraft } from './useJob';

/** What a job asks at the device, and whom, as a sentence. */
export function askSentence({
  asks,
  askFolder,
  groups,
}: Pick<JobDraft, 'asks' | 'askFolder' | 'groups'>): string {
  const asked = [
    askFolder && 'folder',
    asks.fileName !== 'NO' && 'file name',
    asks.subject !== 'NO' && 'subject',
    asks.passcode !== 'NO' && 'passcode',
    asks.copies && 'copies',
    ...asks.questions.map((question) => question.label || 'new question'),
  ].filter(Boolean);
  const open = Object.keys(asks.settings).length;
  if (open) asked.push(`${count(open, 'setting')} to choose`);
  const what = asked.length ? asked.join(', ') : 'nothing asked';
  const whom = groups.length ? `Only ${groups.join(', ')}` : 'Everybody';
  return `${whom}; ${what}.`;
}
