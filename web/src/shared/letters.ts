/** As somebody types it who has only plain letters on the keyboard. */
const plain = (text: string) =>
  text
    .toLowerCase()
    .normalize('NFD')
    .replaceAll(/\p{M}+/gu, '');

/** Whether each typed word begins a word of one of the texts. */
export function beginsSo(texts: readonly string[], letters: string): boolean {
  const words = texts.flatMap((text) => plain(text).split(/[^\p{L}\p{N}]+/u));
  return plain(letters)
    .split(/\s+/)
    .filter(Boolean)
    .every((typed) => words.some((word) => word.startsWith(typed)));
}
