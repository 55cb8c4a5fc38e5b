/** What is in a file that somebody chose. Spreadsheets also save tables in the letters of their country. */
export async function textOf(chosen: File): Promise<string> {
  const bytes = await chosen.arrayBuffer();
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}
