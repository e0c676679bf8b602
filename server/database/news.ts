import pg from 'pg'
import type { Db } from './db.ts'

/** What one process tells all others of a shop, by the database's own wire. */
export type Topic = 'devices'
export interface News {
  /** Hears of a topic: at each change, and once the wire stands again after it was broken. */
  on(topic: Topic, listener: () => void): void
  close(): void
}

const channel = 'sleetfall_news'
const tryAgainMs = 1000

/** Tells every process, this one too, once the transaction has been committed; nothing when it is taken back. */
export const tell = (db: Db, topic: Topic) => db.run('select pg_notify($1, $2)', [channel, topic])

/** Listens on a connection of its own; opened again when it breaks. */
export function openNews(config: pg.ClientConfig, report: (error: unknown) => void = () => {}): News {
  const listeners = new Map<Topic, (() => void)[]>()
  let client: pg.Client | null = null
  let closed = false
  let retry: ReturnType<typeof setTimeout> | undefined
  let stoodBefore = false

  function again(error: unknown): void {
    if (closed || retry !== undefined) return
    report(error)
    client?.removeAllListeners('end')
    client?.end().catch(() => {})
    client = null
    retry = setTimeout(() => {
      retry = undefined
      void listen()
    }, tryAgainMs)
    retry.unref()
  }
  async function listen(): Promise<void> {
    const own = new pg.Client({ ...config, keepAlive: true })
    client = own
    own.on('error', again)
    own.on('end', () => again(new Error('ended')))
    own.on('notification', ({ payload }) => {
      for (const listener of listeners.get(payload as Topic) ?? []) listener()
    })
    try {
      await own.connect()
      await own.query(`listen ${channel}`)
      if (closed) return void own.end()
      // What was told meanwhile has not been heard.
      if (stoodBefore) for (const all of listeners.values()) for (const listener of all) listener()
      stoodBefore = true
    } catch (error) {
      again(error)
    }
  }
  void listen()
  return {
    on: (topic, listener) => void listeners.set(topic, [...(listeners.get(topic) ?? []), listener]),
    close() {
      closed = true
      clearTimeout(retry)
      client?.removeAllListeners('end')
      client?.end().catch(() => {})
    },
  }
}
