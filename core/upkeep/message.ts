/** Occasions on which a customer is told something, each with a template in the shop's words. */
export const tellKinds = ['ready', 'late', 'due', 'drying'] as const
export type TellKind = (typeof tellKinds)[number]

/** What a template may name in braces. */
export const tellWords = ['customer', 'ball', 'work', 'day', 'time', 'shop'] as const
export type TellWord = (typeof tellWords)[number]

const named = /\{(\w+)\}/g

/** Names in braces that no template knows. */
export const unknownWords = (template: string): string[] =>
  [...template.matchAll(named)]
    .map((match) => match[1]!)
    .filter((word) => !(tellWords as readonly string[]).includes(word))

/** A template with its words filled in; what it does not know stays as it was written. */
export const fillTemplate = (template: string, words: Readonly<Record<TellWord, string>>): string =>
  template.replace(named, (all, word: string) => (word in words ? words[word as TellWord] : all))

/** Whether nothing is sent at a minute of the day; the same beginning and end is never. Over midnight where it ends before it begins. */
export const isQuiet = (minuteOfDay: number, from: number, to: number): boolean =>
  from === to ? false : from < to ? minuteOfDay >= from && minuteOfDay < to : minuteOfDay >= from || minuteOfDay < to

/** Which occasion it is, by how the work stands: done, kept for its holes to dry, after its promise, or on its way. */
export function occasionOf(job: {
  readonly done: boolean
  readonly dryingUntil: number | null
  readonly readyAt: number | null
  readonly due: number | null
  readonly now: number
}): TellKind {
  if (job.dryingUntil !== null && job.dryingUntil > job.now) return 'drying'
  if (job.done) return 'ready'
  return job.due !== null && (job.readyAt ?? job.now) > job.due ? 'late' : 'due'
}
