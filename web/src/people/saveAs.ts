/** Saves what the server answered, as a download does. */
export function saveAs(what: Blob, name: string) {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(what);
  link.download = name;
  link.click();
  // The browser has taken it over by then.
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
