import { createPinia, setActivePinia } from 'pinia'
import { createRenderer, createSSRApp } from 'vue'
import { renderToString } from 'vue/server-renderer'
import { i18n } from '../i18n.ts'
import './allTexts.ts'

/** What a composable gives inside an application with its catalogue and stores, without a page. */
export async function inApp<T>(setup: () => T): Promise<T> {
  let given: { readonly value: T } | null = null
  const app = createSSRApp({
    setup() {
      given = { value: setup() }
      return () => null
    },
  })
  const pinia = createPinia()
  setActivePinia(pinia)
  app.use(pinia)
  app.use(i18n)
  await renderToString(app)
  return given!.value
}

const nothing = () => ({})
/** A page of nothing: it is told what to show and shows none of it. */
const { createApp: createBlankApp } = createRenderer<object, object>({
  patchProp: nothing,
  insert: nothing,
  remove: nothing,
  createElement: nothing,
  createText: nothing,
  createComment: nothing,
  setText: nothing,
  setElementText: nothing,
  parentNode: () => null,
  nextSibling: () => null,
})

/** Like `inApp`, and it goes on: what it watches is watched until `end`. */
export function inLiveApp<T>(setup: () => T): { readonly given: T; end(): void } {
  let given: { readonly value: T } | null = null
  const app = createBlankApp({
    setup() {
      given = { value: setup() }
      return () => null
    },
  })
  const pinia = createPinia()
  setActivePinia(pinia)
  app.use(pinia)
  app.use(i18n)
  app.mount({})
  return { given: given!.value, end: () => app.unmount() }
}

/** Answers of a server that is not there, by method and path; a function decides each time. */
export interface FakeServer {
  readonly asked: {
    readonly method: string
    readonly path: string
    readonly body: unknown
    readonly writeId: string | null
  }[]
  /** `date` is the server's clock, as its answers carry it. */
  answer(
    method: string,
    path: string,
  ): { readonly status: number; readonly body?: unknown; readonly date?: string } | 'away' | 'cut'
}

/** Puts a made-up server in the place of `fetch`; gives back what undoes it. */
export function serveWith(answer: FakeServer['answer']): FakeServer & { restore(): void } {
  const before = globalThis.fetch
  const asked: FakeServer['asked'][number][] = []
  globalThis.fetch = (async (input: unknown, init: RequestInit = {}) => {
    const path = String(input).replace(/^\/api/, '')
    const method = init.method ?? 'GET'
    const headers = (init.headers ?? {}) as Record<string, string>
    const body = typeof init.body === 'string' ? (JSON.parse(init.body) as unknown) : null
    asked.push({ method, path, body, writeId: headers['X-Write-Id'] ?? null })
    const given = answer(method, path)
    if (given === 'away') throw new TypeError('fetch failed')
    return {
      status: given === 'cut' ? 200 : given.status,
      ok: given === 'cut' || given.status < 400,
      headers: new Headers(given === 'cut' || given.date === undefined ? {} : { date: given.date }),
      json: async () => (given === 'cut' ? null : given.body),
      text: async () => {
        if (given === 'cut') throw new TypeError('terminated')
        return given.body === undefined ? '' : JSON.stringify(given.body)
      },
    }
  }) as unknown as typeof fetch
  return { asked, answer, restore: () => void (globalThis.fetch = before) }
}
