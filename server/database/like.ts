/** Shorter words are looked for at the beginning of words only: an index finds them there. */
const anywhereFrom = 3

/**
 * Patterns for `ilike` that find every word of a text, in any order, each taken literally. What is searched begins with a
 * space before its first word.
 */
export const likeWords = (text: string) =>
  text
    .split(/[\s\0]+/)
    .filter((word) => word !== '')
    .map((word) => `%${word.length < anywhereFrom ? ' ' : ''}${word.replace(/[\\%_]/g, '\\$&')}%`)
