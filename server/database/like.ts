/** Patterns for `ilike all(…)` that find every word of a text somewhere, in any order, each taken literally. */
export const likeWords = (text: string) =>
  text
    .split(/\s+/)
    .filter((word) => word !== '')
    .map((word) => `%${word.replace(/[\\%_]/g, '\\$&')}%`)
