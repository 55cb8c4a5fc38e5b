import type { Schemas } from '@/api/client';

/** The parts one after the other, each under its name. */
export function asText(parts: Schemas['SupportPart'][]): string {
  return parts.map((part) => `===== ${part.name} =====\n${part.text.trimEnd()}\n`).join('\n');
}

/** Numbers of deliveries as people write them: "D-1042, 1043 d-7" */
export function numbersIn(text: string): number[] {
  return [...text.matchAll(/\d{1,12}/g)].map(([digits]) => Number(digits));
}
