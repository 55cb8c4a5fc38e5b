import { count } from '@/shared/format';
import type { JobDraft } from './useJob';

/** What a job asks at the device, and whom, as a sentence. */
export function askSentence({
  asks,
  askFolder,
  groups,
  people,
  guests,
}: Pick<JobDraft, 'asks' | 'askFolder' | 'groups' | 'people' | 'guests'>): string {
  const asked = [
    asks.destinations && 'destination',
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
  const some = [...groups, people.length > 0 && count(people.length, 'person', 'people')].filter(Boolean);
  const whom = some.length ? `Only ${some.join(', ')}` : 'Everybody';
  return `${whom}${guests ? ', and guests' : ''}; ${what}${asks.sendAtOnce ? '; sent without a preview' : ''}.`;
}

/** What only this job has for its texts: answers to its questions, and text of its pages. */
export function ownFields({ asks, zones }: Pick<JobDraft, 'asks' | 'zones'>) {
  return [
    ...asks.questions
      .filter((one) => one.key)
      .map(({ key, label }) => ({ written: `answer.${key}`, words: label })),
    ...zones.map(({ key }) => ({ written: `zone.${key}`, words: 'Text from the page' })),
  ];
}
