import { describe, expect, test } from '@jest/globals'
import { type Found, abilities, foundKinds } from '@sleetfall/contract'
import { createPinia, setActivePinia } from 'pinia'
import { createMemoryHistory, createRouter } from 'vue-router'
import { catalogue } from '../messages.ts'
import { routes } from '../routes.ts'
import { type CommandName, commandNeeds, commandTargets, placeOf } from './commands.ts'
import { useNotices } from './notices.ts'

/** The application's own addresses, without its pages. */
const paths = routes.map(({ path }) => path)
const router = createRouter({
  history: createMemoryHistory(),
  routes: paths.map((path) => ({ path, component: {} })),
})
const leadsSomewhere = (to: Parameters<typeof router.resolve>[0]) =>
  !router.resolve(to).matched[0]!.path.includes('lost')

describe('the field at the top', () => {
  test('the addresses are read, and one of nothing is lost', () => {
    expect(paths.length).toBeGreaterThan(15)
    expect(leadsSomewhere('/no/such/place')).toBe(false)
  })

  test('every command has its words and leads somewhere, or is done on the spot', () => {
    const words = (catalogue as unknown as { shell: { commands: Record<string, string> } }).shell.commands
    for (const [name, to] of Object.entries(commandTargets)) {
      expect({ name, words: typeof words[name] }).toEqual({ name, words: 'string' })
      const here = typeof to === 'string' && !to.startsWith('/')
      if (!here) expect({ name, leads: leadsSomewhere(to) }).toEqual({ name, leads: true })
    }
  })

  test('what a command asks of the member is an ability that exists', () => {
    for (const needed of Object.values(commandNeeds)) expect(Object.keys(abilities)).toContain(needed)
    expect((Object.keys(commandNeeds) as CommandName[]).every((name) => name in commandTargets)).toBe(true)
  })

  test('everything that can be found has its own place', () => {
    const found = (kind: Found['kind']) => ({ kind, id: 'one', title: '', customerId: 'owner' }) as Found
    const places = foundKinds.map((kind) => router.resolve(placeOf(found(kind))).fullPath)
    expect(places).toEqual([
      '/rack/one',
      '/rack/owner?ball=one',
      '/lanes/one',
      '/bench/one',
      '/events/one',
      '/trials/one',
    ])
    for (const kind of foundKinds) expect(leadsSomewhere(placeOf(found(kind)))).toBe(true)
  })
})

describe('notices', () => {
  test('the last one stands, with its own undo or none', async () => {
    setActivePinia(createPinia())
    const notices = useNotices()
    let undone = 0
    notices.done('Cleaned', async () => (undone += 1))
    await notices.current!.undo!()
    expect([notices.current!.kind, undone]).toEqual(['done', 1])
    notices.done('Saved')
    expect(notices.current!.undo).toBeUndefined()
  })

  test('an attempt that fails is told and says so to whoever tried; one that goes well is quiet', async () => {
    setActivePinia(createPinia())
    const notices = useNotices()
    expect(await notices.attempt(async () => 1)).toBe(true)
    expect(notices.current).toBeNull()
    expect(await notices.attempt(() => Promise.reject(new Error('The printer is away')))).toBe(false)
    expect(notices.current).toMatchObject({ kind: 'error', text: 'The printer is away' })
  })
})
