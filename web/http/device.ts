import { Dexie, type Table } from 'dexie'

/** What the server said, for when it does not answer. */
interface KeptAnswer {
  readonly path: string
  readonly body: unknown
  readonly at: number
}

/** A form that was not saved: whose it is and which, and what was typed into it. */
export interface Draft {
  readonly key: string
  readonly at: number
  readonly values: Readonly<Record<string, unknown>>
  /** What the form keeps beside its values. */
  readonly also?: unknown
}

/** What a device keeps: answers to be shown without a network, and writes that wait to be sent. */
class Device extends Dexie {
  readonly answers!: Table<KeptAnswer, string>
  readonly writes!: Table<{ readonly writeId: string; readonly order: number }, string>
  readonly drafts!: Table<Draft, string>
  constructor() {
    super('sleetfall')
    this.version(1).stores({ answers: 'path, at', writes: 'writeId, order' })
    this.version(2).stores({ drafts: 'key, at' })
  }
}
export const device = new Device()

/** What a shift at the lane needs: who is signed in, trials with their shots, and what was foretold; and the page that a customer takes along. */
const keeps = /^\/(session$|trials(?:[/?]|$)|predictions\/|open\/upkeep\/)/
const hour = 3_600_000
/** A session is believed as long as the server's own would be; a trial until the next week. */
const lastsMs = (path: string) => (path === '/session' ? 12 * hour : 14 * 24 * hour)
const mostKept = 200

/** Keeps an answer; a device that cannot keep anything goes on without. */
export async function keepAnswer(path: string, body: unknown): Promise<void> {
  if (!keeps.test(path)) return
  try {
    await device.answers.put({ path, body, at: Date.now() })
    const over = (await device.answers.count()) - mostKept
    if (over > 0) await device.answers.bulkDelete(await device.answers.orderBy('at').limit(over).primaryKeys())
  } catch {
    // Without storage every answer has to come from the server, as before.
  }
}
/** The last answer to a question, unless it is too old to go by; null when none is kept. */
export async function keptAnswer(path: string): Promise<KeptAnswer | null> {
  if (!keeps.test(path)) return null
  const kept = await device.answers.get(path).catch(() => undefined)
  return kept && Date.now() - kept.at < lastsMs(path) ? kept : null
}
/** Forgets what the server said: one answer, or all of them when somebody signs out. */
export async function forgetAnswers(path?: string): Promise<void> {
  await (path === undefined ? device.answers.clear() : device.answers.delete(path)).catch(() => undefined)
}

const draftDays = 7
/** Keeps what is typed into a form; null when nothing is any more. A device that cannot keep anything goes on without. */
export async function keepDraft(key: string, draft: Omit<Draft, 'key' | 'at'> | null): Promise<void> {
  try {
    if (draft) await device.drafts.put({ ...draft, key, at: Date.now() })
    else await device.drafts.delete(key)
    await device.drafts
      .where('at')
      .below(Date.now() - draftDays * 24 * hour)
      .delete()
  } catch {
    // Then the page's own memory is all there is.
  }
}
export const keptDraft = async (key: string): Promise<Draft | null> => {
  const draft = await device.drafts.get(key).catch(() => undefined)
  return draft && Date.now() - draft.at < draftDays * 24 * hour ? draft : null
}
/** Forgets what a member typed and never saved. */
export const forgetDrafts = (memberId: string): Promise<unknown> =>
  device.drafts
    .where('key')
    .startsWith(`${memberId} `)
    .delete()
    .catch(() => undefined)
