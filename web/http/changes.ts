/** A record as the server keeps it: whoever changes it names the version that the change rests on. */
interface Versioned {
  readonly id: string
  readonly version: number
}

/**
 * Changes of records that stand on the screen at once. The server hears of one after the other, each with the version that the one before it led to: a quick
 * hand taps five things in two seconds, and none of them is refused for what the same hand did before. What the server refuses is taken back; what was
 * tapped meanwhile goes with it.
 *
 * @param shown the record on the screen; nothing where it is not there (any more)
 * @param show puts another state of it on the screen
 * @param own the part of a record that is changed here; everything else is the server's
 * @param put sends a record whole, with the version that it rests on; gives it as the server has it then
 * @returns changes a part of a record, by what is wanted of it so far; settles when the server has it, and throws what it refused it for
 */
export function useChanges<T extends Versioned>(
  shown: (id: string) => T | null | undefined,
  show: (record: T) => void,
  own: (record: T) => Partial<T>,
  put: (record: T) => Promise<T>,
): (record: T, change: (now: T) => Partial<T>) => Promise<T> {
  /** What is wanted of records that are on their way; what is read meanwhile cannot put it back. */
  const wanted = new Map<string, T>()
  const running = new Map<string, Promise<T>>()

  async function send(id: string, from: T): Promise<T> {
    let told = from
    try {
      for (;;) {
        const now = wanted.get(id)!
        told = await put({ ...now, version: told.version })
        const later = wanted.get(id)!
        if (later === now) return told
        const next = { ...told, ...own(later) }
        wanted.set(id, next)
        if (shown(id)) show(next)
      }
    } finally {
      wanted.delete(id)
      running.delete(id)
      if (shown(id)) show(told)
    }
  }

  return async (record, change) => {
    const { id } = record
    const before = wanted.get(id) ?? record
    const next = { ...before, ...change(before) }
    wanted.set(id, next)
    if (shown(id)) show(next)
    const sent = running.get(id) ?? send(id, before)
    running.set(id, sent)
    return sent
  }
}
