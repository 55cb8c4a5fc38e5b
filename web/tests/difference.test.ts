import { describe, expect, it } from 'vitest';
import { changed, difference, stopOf } from '@/profiles/difference';
import { blank } from '@/profiles/useProfile';

/** All settings of a form, each with another value. */
function others() {
  const other: Record<string, unknown> = {};
  for (const [path, value] of Object.entries(difference({} as never, blank()))) {
    other[path] =
      typeof value === 'boolean'
        ? !value
        : typeof value === 'number'
          ? value + 1
          : Array.isArray(value)
            ? ['deu']
            : 'OTHER';
  }
  return other;
}

describe('what a job has otherwise than its profile', () => {
  it('is nothing for the profile itself', () => {
    expect(difference(blank(), blank())).toEqual({});
  });

  it('is each setting alone, and makes the job of the profile again', () => {
    for (const [path, value] of Object.entries(others())) {
      const own = changed(blank(), { [path]: value });
      expect(difference(blank(), own)).toEqual({ [path]: value });
      expect(blank()).toEqual(blank());
    }
  });

  it('stays when the profile is changed, and all else follows the profile', () => {
    const own = changed(blank(), { dpi: 600, 'tidy.crop': true });
    const later = { ...changed(blank(), { colour: 'GREY', 'tidy.straighten': false }) };
    const followed = changed(later, difference(blank(), own));
    expect(difference(later, followed)).toEqual({ dpi: 600, 'tidy.crop': true });
    expect(followed.colour).toBe('GREY');
    expect(followed.tidy.straighten).toBe(false);
  });

  it('has no passcode and no name in it', () => {
    const own = { ...blank(), name: 'Other', passcode: 'harbour' };
    own.files = { ...own.files, protection: { ...own.files.protection, passcode: 'harbour' } };
    expect(difference(blank(), own)).toEqual({});
  });

  it('belongs to one stop of the strip', () => {
    const stops = Object.keys(others()).map((path) => [path, stopOf(path)]);
    expect(Object.fromEntries(stops)).toMatchObject({
      dpi: 'look',
      sides: 'paper',
      'tidy.crop': 'paper',
      'tidy.straighten': 'tidy',
      'tidy.stamp.text': 'tidy',
      'files.type': 'files',
      'grouping.everyPages': 'files',
    });
  });
});
