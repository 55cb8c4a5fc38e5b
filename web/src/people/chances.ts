/** A chance as people say it: "1 in 400", "certain". @param of 0 to 1 */
export function chance(of: number): string {
  if (of <= 0) return 'none';
  if (of > 0.9995) return 'certain';
  if (of >= 0.1) return `${Math.round(of * 100)} %`;
  const one = 1 / of;
  const step = 10 ** Math.max(0, Math.floor(Math.log10(one)) - 1);
  return `1 in ${(Math.round(one / step) * step).toLocaleString('en-GB')}`;
}
