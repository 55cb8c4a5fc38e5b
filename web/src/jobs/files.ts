/** Files of a rehearsal are told apart by a letter, and by one of three colours in turn. */
export const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
const TONES = ['a', 'b', 'c'] as const;
export const toneOf = (file: number) => `tone-${TONES[file % TONES.length]}`;

/** What of a mail's limit is left for a file: base64 in lines of 76 with CRLF, RFC 2045 section 6.8. */
export const AS_A_MAIL = 78 / 57;
