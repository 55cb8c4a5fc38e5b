import type { Schemas } from '@/api/client';
import { figure, isoDay } from '@/shared/format';

export type Report = Schemas['Report'];
export type Row = Schemas['ReportRow'];
export type By = Report['by'];

export const BY: Record<By, { words: string; head: string }> = {
  DEVICE: { words: 'Device', head: 'Device' },
  PLACE: { words: 'Place', head: 'Place' },
  JOB: { words: 'Job', head: 'Job' },
  PERSON: { words: 'Person', head: 'Person' },
  DESTINATION: { words: 'Destination', head: 'Destination' },
  CAUSE: { words: 'Cause', head: 'Why not, or not yet' },
  HOUR: { words: 'Hour', head: 'Hour of the week' },
};
export const KINDS = Object.keys(BY) as By[];

type Sides = Schemas['ScannedSides'];
/** Of the sides that were looked at; nothing where none was. */
export const shareOf = (sides: Sides, of: 'blank' | 'colour') =>
  sides.judged ? sides[of] / sides.judged : undefined;
export function sideWords(sides: Sides, of: 'blank' | 'colour'): string {
  const share = shareOf(sides, of);
  if (share === undefined) return '';
  return share > 0 && share < 0.005 ? 'under 1 %' : `${Math.round(share * 100)} %`;
}

const DAY = 86_400_000;
const back = (days: number) => isoDay(new Date(Date.now() - days * DAY));
/** The first and the last day of a month. @param month as 2026-11 */
function monthOf(month: string): [string, string] {
  const [year, number] = month.split('-').map(Number) as [number, number];
  return [`${month}-01`, new Date(Date.UTC(year, number, 0)).toISOString().slice(0, 10)];
}
function monthBefore(today: string): string {
  const [year, number] = today.split('-').map(Number) as [number, number];
  return new Date(Date.UTC(year, number - 2, 1)).toISOString().slice(0, 7);
}

/** Spans that people ask for, by the days of the office. */
export function spans(): { words: string; from: string; until: string }[] {
  const today = isoDay(new Date());
  const [lastFrom, lastUntil] = monthOf(monthBefore(today));
  return [
    { words: '7 days', from: back(6), until: today },
    { words: '30 days', from: back(29), until: today },
    { words: 'This month', from: `${today.slice(0, 7)}-01`, until: today },
    { words: 'Last month', from: lastFrom, until: lastUntil },
    { words: '12 months', from: back(364), until: today },
  ];
}

/** A share as people read it: never 100 % where something is missing. */
export function shareWords(share: number): string {
  if (share === 1) return '100 %';
  if (share === 0) return '0 %';
  const percent = share * 100;
  return `${(percent > 99 ? Math.min(99.9, Math.floor(percent * 10) / 10) : Math.round(percent)).toLocaleString('en-GB')} %`;
}

/** @param seconds absent where nothing arrived */
export function timeWords(seconds: number | null | undefined): string {
  if (seconds == null) return '';
  if (seconds < 1) return 'under 1 s';
  if (seconds < 90) return `${figure(Math.round(seconds))} s`;
  if (seconds < 5400) return `${figure(Math.round(seconds / 60))} min`;
  return `${figure(Math.round(seconds / 3600))} h`;
}

const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
/** @param subject as the server has it: 1-09 */
export function hourWords(subject: string): string {
  const [day, hour] = subject.split('-');
  return `${WEEKDAYS[Number(day) - 1]}, ${hour}:00`;
}

export function nameOf(by: By, row: Row): string {
  if (by === 'HOUR') return hourWords(row.subject);
  if (row.name) return row.name;
  if (by === 'PERSON') return row.subject.startsWith('00000000') ? 'Forgotten people and guests' : 'Removed';
  if (by === 'PLACE') return 'No place';
  return 'Removed';
}

/** Every day of a span, those without anything too. */
export function everyDay(report: Report): Schemas['ReportDay'][] {
  const there = new Map(report.days.map((day) => [day.day, day]));
  const all = [];
  for (let at = Date.parse(report.from); at <= Date.parse(report.until); at += DAY) {
    const day = new Date(at).toISOString().slice(0, 10);
    all.push(there.get(day) ?? { day, documents: 0, arrived: 0, failed: 0 });
  }
  return all;
}
