import pg from 'pg'
import type { Db } from './db.ts'

/** What one process tells all others of a shop, by the database's own wire. */
export interface Topics {
  /** Which devices are wanted. */
  devices: null
  /** Part of the shop that a write changed, and the page that wrote; no part: the wire was broken, anything may have changed. */
  changed: { readonly area: string | null; readonly by: string }
  /** The queue in which something waits to be worked off; none: the wire was broken, it may be any. */
  waiting: string | null
}
type Topic = keyof Topics
export interface News {
  /** Hears of a topic: at each change, and once the wire stands again after it was broken. Returns how not to hear of it any more. */
  on<T extends Topic>(topic: T, listener: (told: Topics[T]) => void): () => void
  close(): void
}

const channel = 'sleetfall_news'
const tryAgainMs = 1000

/** Tells every process, this one too, once the transaction has been committed; nothing when it is taken back. */
export const tell = <T extends Topic>(db: Pick<Db, 'run'>, topic: T, told: Topics[T]) =>
  db.run('select pg_notify($1, $2)', [channel, JSON.stringify([topic, told])])

/** Listens on a connection of its own; opened again when it breaks. */
export function openNews(config: pg.ClientConfig, report: (error: unknown) => void = () => {}): News {
  const listeners: { [T in Topic]: Set<(told: Topics[T]) => void> } = {
    ...{ devices: new Set(), changed: new Set(), waiting: new Set() },
  }
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
  function hear<T extends Topic>(topic: T, told: Topics[T]): void {
    for (const listener of listeners[topic]) listener(told)
  }
  async function listen(): Promise<void> {
    const own = new pg.Client({ ...config, keepAlive: true })
    client = own
    own.on('error', again)
    own.on('end', () => again(new Error('ended')))
    own.on('notification', ({ payload }) => hear(...(JSON.parse(payload!) as [Topic, Topics[Topic]])))
    try {
      await own.connect()
      await own.query(`listen ${channel}`)
      if (closed) return void own.end()
      // What was told meanwhile has not been heard.
      if (stoodBefore) {
        hear('devices', null)
        hear('changed', { area: null, by: '' })
      }
      // Nor what was queued before anybody listened.
      hear('waiting', null)
      stoodBefore = true
    } catch (error) {
      again(error)
    }
  }
  void listen()
  return {
    on(topic, listener) {
      listeners[topic].add(listener)
      return () => void listeners[topic].delete(listener)
    },
    close() {
      closed = true
      clearTimeout(retry)
      client?.removeAllListeners('end')
      client?.end().catch(() => {})
    },
  }
}
