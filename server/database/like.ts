/** Pattern for `ilike` that finds the text anywhere, taken literally. */
export const like = (text: string) => `%${text.replace(/[\\%_]/g, '\\$&')}%`
