import type { Component } from 'vue';
import type { Schemas } from '@/api/client';
import { dayOf } from '@/shared/format';
import type { useWords } from '@/shared/words';
import ChoiceDrawer from './ChoiceDrawer.vue';
import DestinationsDrawer from './DestinationsDrawer.vue';
import FolderDrawer from './FolderDrawer.vue';
import type { Answers, Ask, Chosen } from './machine';
import RecipientsDrawer from './RecipientsDrawer.vue';
import TextDrawer from './TextDrawer.vue';

type Say = ReturnType<typeof useWords>['t'];

/** Chosen among so few, an answer is a key of its own. */
const FEW = 6;

/** By which its answer is kept. */
export const keyOf = (asked: Ask) => `${asked.kind} ${asked.destinationId ?? asked.key}`;

/** What was answered; what stands there at first while nothing was. */
export function answerTo(asked: Ask, answers: Answers): string {
  const given = answers[keyOf(asked)];
  return typeof given === 'string' ? given : asked.usual;
}

/** Those of a question that is answered with several. */
export function answersTo(asked: Ask, answers: Answers): Chosen[] {
  const given = answers[keyOf(asked)];
  return Array.isArray(given) ? given : [];
}

const valuesOf = (asked: Ask, answers: Answers) => answersTo(asked, answers).map((one) => one.value);

const SEVERAL: Ask['kind'][] = ['DESTINATIONS', 'RECIPIENTS', 'COPIES'];
export const isMany = ({ kind }: Ask) => SEVERAL.includes(kind);

/** Whether it is answered with keys that stand beside it. */
export const hasKeys = ({ options, type }: Ask) =>
  type === 'CHOICE' && !options.more && options.options.length <= FEW;

/**
 * What is asked by now: some things only for some of the destinations that may be chosen. A consent is asked for before the paper goes
 * through, as a stage of its own. What has to be answered comes first.
 */
export function asksNow(asks: Ask[], answers: Answers): Ask[] {
  const where = asks.find(({ kind }) => kind === 'DESTINATIONS');
  const chosen = where ? valuesOf(where, answers) : [];
  return asks
    .filter(
      ({ kind, onlyFor }) =>
        kind !== 'CONSENT' && (!onlyFor.length || onlyFor.some((one) => chosen.includes(one))),
    )
    .sort((one, other) => Number(other.required) - Number(one.required));
}

/** Where somebody chose; undefined while they did not, or cannot. */
export function chosenTo(asks: Ask[], answers: Answers, t: Say): string | undefined {
  const where = asks.find(({ kind }) => kind === 'DESTINATIONS');
  return where && !isMissing(where, answers) ? wordsOf(where, answers, t) : undefined;
}

/** Whether nothing goes before it is answered. */
export const isMissing = (asked: Ask, answers: Answers) =>
  asked.required &&
  (isMany(asked) ? answersTo(asked, answers).length === 0 : answerTo(asked, answers) === '');

/** Where it is answered. */
export function drawerOf(asked: Ask): Component {
  if (asked.kind === 'DESTINATIONS') return DestinationsDrawer;
  if (isMany(asked)) return RecipientsDrawer;
  if (asked.kind === 'FOLDER') return FolderDrawer;
  return asked.type === 'CHOICE' ? ChoiceDrawer : TextDrawer;
}

export function captionOf(asked: Ask, t: Say): string {
  switch (asked.kind) {
    case 'DESTINATIONS':
      return t('ask.destinations');
    case 'RECIPIENTS':
      return t('recipients.title');
    case 'COPIES':
      return t('ask.copies');
    case 'FOLDER':
      return t('scan.into');
    case 'FILE_NAME':
      return t('ask.file-name');
    case 'SUBJECT':
      return t('ask.subject');
    case 'PASSCODE':
      return t('ask.passcode');
    default:
      return asked.name;
  }
}

/** The answer in words. */
export function wordsOf(asked: Ask, answers: Answers, t: Say): string {
  if (isMany(asked)) {
    const chosen = answersTo(asked, answers);
    if (asked.kind === 'DESTINATIONS' && !chosen.length) return t('ask.destinations-none');
    if (!chosen.length) return asked.required ? t('scan.choose-people') : t('ask.none');
    if (chosen.length === 1) return chosen[0]?.name ?? '';
    return t(asked.kind === 'DESTINATIONS' ? 'ask.destinations-some' : 'scan.people', { n: chosen.length });
  }
  const answer = answerTo(asked, answers);
  if (!answer) {
    if (asked.kind === 'FOLDER') return asked.name;
    if (asked.kind === 'PASSCODE' && asked.name) return asked.name;
    if (asked.required) return t('ask.required');
    return asked.kind === 'QUESTION' ? t('ask.unanswered') : t('ask.as-usual');
  }
  if (asked.kind === 'PASSCODE') return '•'.repeat(Math.min(8, answer.length));
  if (asked.type === 'DATE') return dayOf(answer);
  return asked.options.options.find((one) => one.value === answer)?.words ?? answer;
}

/** As the server takes them. */
type Body = Omit<Schemas['Answers'], 'whenTooLarge'>;
export function bodyOf(asks: Ask[], answers: Answers): Body {
  const body: Required<{ [K in keyof Body]: NonNullable<Body[K]> }> = {
    destinations: [],
    recipients: {},
    folders: {},
    places: {},
    copies: [],
    fileName: '',
    subject: '',
    passcode: '',
    settings: settingsOf(asks, answers),
    questions: {},
  };
  for (const asked of asksNow(asks, answers)) {
    const answer = answerTo(asked, answers);
    const destination = asked.destinationId ?? '';
    if (asked.kind === 'DESTINATIONS') body.destinations = valuesOf(asked, answers);
    else if (asked.kind === 'RECIPIENTS') body.recipients[destination] = valuesOf(asked, answers);
    else if (asked.kind === 'COPIES') body.copies = valuesOf(asked, answers);
    else if (asked.kind === 'OWN_FOLDER') body.places[destination] = answer;
    else if (asked.kind === 'FOLDER') body.folders[destination] = answer;
    else if (asked.kind === 'FILE_NAME') body.fileName = answer;
    else if (asked.kind === 'SUBJECT') body.subject = answer;
    else if (asked.kind === 'PASSCODE') body.passcode = answer;
    else if (asked.kind === 'QUESTION') body.questions[asked.key] = answer;
  }
  return body;
}

/** What was answered the last time, of what is still asked and can still be chosen. */
export function asLastTime(asks: Ask[], last: Schemas['LastAnswers']): Answers {
  const answers: Answers = {};
  for (const asked of asks) {
    const given = answeredLast(asked, last);
    if (given?.length && given !== asked.usual) answers[keyOf(asked)] = given;
  }
  return answers;
}

function answeredLast(asked: Ask, last: Schemas['LastAnswers']): string | Chosen[] | undefined {
  const destination = asked.destinationId ?? '';
  switch (asked.kind) {
    case 'DESTINATIONS':
      return asked.options.options
        .filter(({ value }) => last.destinations.includes(value))
        .map(({ value, words }) => ({ value, name: words }));
    case 'RECIPIENTS':
      return last.recipients[destination]?.map(({ value, name }) => ({ value, name }));
    case 'COPIES':
      return last.copies.map(({ value, name }) => ({ value, name }));
    case 'OWN_FOLDER':
      return offeredOf(asked, last.places[destination]);
    case 'FOLDER':
      return last.folders[destination];
    case 'SUBJECT':
      return last.subject;
    case 'SETTING':
      return offeredOf(asked, last.settings[asked.key]);
    case 'QUESTION':
      return asked.type === 'CHOICE'
        ? offeredOf(asked, last.questions[asked.key])
        : last.questions[asked.key];
    default:
      return undefined;
  }
}

/** Of those that are found by their letters only some are here. */
const offeredOf = ({ options }: Ask, value?: string) =>
  options.more || options.options.some((one) => one.value === value) ? value : undefined;

/** What was chosen of the profile, by the setting's path; what is as the job says is not among it. */
export function settingsOf(asks: Ask[], answers: Answers): Record<string, string> {
  const chosen: Record<string, string> = {};
  for (const asked of asks) {
    const answer = answerTo(asked, answers);
    if (asked.kind === 'SETTING' && answer !== asked.usual) chosen[asked.key] = answer;
  }
  return chosen;
}
