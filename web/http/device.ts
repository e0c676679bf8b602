import { type DBSchema, type IDBPDatabase, openDB } from 'idb'

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
/** A write that waits to be sent. */
interface Waiting {
  readonly writeId: string
  readonly order: number
}

/** What a device keeps: answers to be shown without a network, writes that wait to be sent, and forms not saved. */
interface Kept extends DBSchema {
  answers: { key: string; value: KeptAnswer; indexes: { at: number } }
  writes: { key: string; value: Waiting; indexes: { order: number } }
  drafts: { key: string; value: Draft; indexes: { at: number } }
}
/** The browser's number for the stores below; devices that were here before have it. */
const storesVersion = 20

let opened: Promise<IDBPDatabase<Kept>> | null = null
/** The device's own database; rejects where it keeps nothing, such as in a private window. */
export function device(): Promise<IDBPDatabase<Kept>> {
  opened ??= openStores()
  opened.catch(() => (opened = null))
  return opened
}

// A browser without such a database says so at once, which is a refusal like any other.
async function openStores(): Promise<IDBPDatabase<Kept>> {
  const forget = () => (opened = null)
  return openDB<Kept>('sleetfall', storesVersion, {
    upgrade(db) {
      const has = (name: 'answers' | 'writes' | 'drafts') => db.objectStoreNames.contains(name)
      if (!has('answers')) db.createObjectStore('answers', { keyPath: 'path' }).createIndex('at', 'at')
      if (!has('writes')) db.createObjectStore('writes', { keyPath: 'writeId' }).createIndex('order', 'order')
      if (!has('drafts')) db.createObjectStore('drafts', { keyPath: 'key' }).createIndex('at', 'at')
    },
    // A newer version in another tab is let through.
    blocking: (_from, _to, event) => {
      ;(event.target as IDBDatabase).close()
      forget()
    },
    terminated: forget,
  })
}

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
    const db = await device()
    await db.put('answers', { path, body, at: Date.now() })
    const over = (await db.count('answers')) - mostKept
    if (over <= 0) return
    const oldest = await db.getAllKeysFromIndex('answers', 'at', null, over)
    await Promise.all(oldest.map((one) => db.delete('answers', one)))
  } catch {
    // Without storage every answer has to come from the server, as before.
  }
}
/** The last answer to a question, unless it is too old to go by; null when none is kept. */
export async function keptAnswer(path: string): Promise<KeptAnswer | null> {
  if (!keeps.test(path)) return null
  const kept = await device()
    .then((db) => db.get('answers', path))
    .catch(() => undefined)
  return kept && Date.now() - kept.at < lastsMs(path) ? kept : null
}
/** Forgets what the server said: one answer, or all of them when somebody signs out. */
export async function forgetAnswers(path?: string): Promise<void> {
  await device()
    .then((db) => (path === undefined ? db.clear('answers') : db.delete('answers', path)))
    .catch(() => undefined)
}

/** Writes that wait, the first one first. */
export const keptWrites = async (): Promise<readonly Waiting[]> => (await device()).getAllFromIndex('writes', 'order')
/** Keeps a write until the server has it; rejects where the device keeps nothing. */
export const keepWrite = async (write: Waiting): Promise<unknown> => (await device()).put('writes', write)
export const dropWrite = async (writeId: string): Promise<unknown> => (await device()).delete('writes', writeId)

const draftDays = 7
/** Keeps what is typed into a form; null when nothing is any more. A device that cannot keep anything goes on without. */
export async function keepDraft(key: string, draft: Omit<Draft, 'key' | 'at'> | null): Promise<void> {
  try {
    const db = await device()
    if (draft) await db.put('drafts', { ...draft, key, at: Date.now() })
    else await db.delete('drafts', key)
    const old = await db.getAllKeysFromIndex(
      'drafts',
      'at',
      IDBKeyRange.upperBound(Date.now() - draftDays * 24 * hour, true),
    )
    await Promise.all(old.map((one) => db.delete('drafts', one)))
  } catch {
    // Then the page's own memory is all there is.
  }
}
export const keptDraft = async (key: string): Promise<Draft | null> => {
  const draft = await device()
    .then((db) => db.get('drafts', key))
    .catch(() => undefined)
  return draft && Date.now() - draft.at < draftDays * 24 * hour ? draft : null
}
/** Forgets what a member typed and never saved. */
export const forgetDrafts = (memberId: string): Promise<unknown> =>
  device()
    .then((db) => db.delete('drafts', IDBKeyRange.bound(`${memberId} `, `${memberId} \uffff`)))
    .catch(() => undefined)
