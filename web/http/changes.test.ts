import { beforeEach, describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { useChanges } from './changes.ts'

interface List {
  readonly id: string
  readonly version: number
  readonly ticked: readonly string[]
  /** The server's own. */
  readonly count: number
}
/** A server that keeps one list as the real one does: whoever names another version is refused. */
let server: List
let refuses: (list: List) => boolean
let puts: number
let onScreen: List | null
beforeEach(() => {
  server = { id: 'list', version: 1, ticked: [], count: 0 }
  refuses = () => false
  puts = 0
  onScreen = server
})
const put = async (list: List): Promise<List> => {
  puts += 1
  await Promise.resolve()
  if (list.version !== server.version) throw new Error('conflict')
  if (refuses(list)) throw new Error('refused')
  server = { ...list, version: list.version + 1, count: list.ticked.length }
  await Promise.resolve()
  return server
}
function screen() {
  const change = useChanges<List>(
    (id) => (onScreen?.id === id ? onScreen : null),
    (list) => (onScreen = list),
    ({ ticked }) => ({ ticked }),
    put,
  )
  return (key: string) =>
    change(onScreen!, ({ ticked }) => ({
      ticked: ticked.includes(key) ? ticked.filter((one) => one !== key) : [...ticked, key],
    }))
}

describe('changes of a record', () => {
  test('stand at once, and the server’s part of it when it has answered', async () => {
    const tick = screen()
    const sent = tick('towel')
    expect([onScreen!.ticked, onScreen!.count, server.ticked]).toEqual([['towel'], 0, []])
    expect(await sent).toEqual(server)
    expect(onScreen).toEqual({ id: 'list', version: 2, ticked: ['towel'], count: 1 })
  })

  test('made in quick succession are all with the server in the end, whatever is read meanwhile', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(
          fc.record({
            key: fc.constantFrom('towel', 'tape', 'shoes', 'ball a'),
            // Turns that pass until the next one, and whether the screen reads the list anew before it.
            turns: fc.nat(5),
            reads: fc.boolean(),
          }),
          { maxLength: 12 },
        ),
        async (taps) => {
          server = { ...server, ticked: [] }
          onScreen = server
          const tick = screen()
          const wanted = new Set<string>()
          const sent: Promise<List>[] = []
          for (const { key, turns, reads } of taps) {
            sent.push(tick(key))
            if (!wanted.delete(key)) wanted.add(key)
            expect(new Set(onScreen!.ticked)).toEqual(wanted)
            for (let turn = 0; turn < turns; turn += 1) await Promise.resolve()
            if (reads) onScreen = server
          }
          await Promise.all(sent)
          expect(new Set(server.ticked)).toEqual(wanted)
          if (taps.length > 0) expect(onScreen).toEqual(server)
        },
      ),
      { numRuns: 500 },
    )
  })

  test('that wait for the one before go together', async () => {
    const tick = screen()
    await Promise.all(['a', 'b', 'c', 'd'].map(tick))
    expect([puts, server.ticked]).toEqual([2, ['a', 'b', 'c', 'd']])
  })

  test('that the server refuses are taken back, and the next one goes through', async () => {
    const tick = screen()
    await tick('towel')
    refuses = ({ ticked }) => ticked.includes('tape')
    const told = await Promise.allSettled([tick('shoes'), tick('tape')])
    expect(told.map(({ status }) => status)).toEqual(['rejected', 'rejected'])
    expect(onScreen).toEqual(server)
    expect(server.ticked).toEqual(['towel', 'shoes'])
    await tick('cloth')
    expect(server.ticked).toEqual(['towel', 'shoes', 'cloth'])
  })

  test('of a page that was left are with the server all the same, and put nothing on the next page', async () => {
    const tick = screen()
    const sent = tick('towel')
    onScreen = null
    await sent
    expect([server.ticked, onScreen]).toEqual([['towel'], null])
  })

  test('of two records do not wait for each other', async () => {
    let open = () => {}
    const held = new Promise<void>((resolve) => (open = resolve))
    const shown = new Map<string, List>()
    const change = useChanges<List>(
      (id) => shown.get(id),
      (list) => void shown.set(list.id, list),
      ({ ticked }) => ({ ticked }),
      async (list) => {
        if (list.id === 'slow') await held
        return { ...list, version: list.version + 1 }
      },
    )
    const [slow, quick] = ['slow', 'quick'].map((id) => ({ ...server, id }))
    for (const one of [slow!, quick!]) shown.set(one.id, one)
    const waits = change(slow!, () => ({ ticked: ['a'] }))
    expect((await change(quick!, () => ({ ticked: ['b'] }))).version).toBe(2)
    open()
    expect((await waits).ticked).toEqual(['a'])
  })
})
