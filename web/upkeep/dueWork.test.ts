import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { type JobInput, type UpkeepRow, check, jobSchema } from '@sleetfall/contract'
import type { Due } from '@sleetfall/core'
import { useBalls } from '../balls/store.ts'
import { useNotices } from '../shell/notices.ts'
import { inLiveApp, serveWith } from '../test/inApp.ts'
import { jobInputFor, useDueWork } from './useDueWork.ts'

const now = Date.UTC(2031, 4, 20, 12)
const ballId = '1c7f2f0e-3f52-4c1c-9d0a-5a1b7c1d2e3f'
const due = (work: Due['work']) =>
  ({ work, reason: 'played-not-cleaned', atMs: now, games: 0, asked: true, rangeMs: null }) as unknown as Due
const row = (works: readonly Due['work'][], openJobs: readonly string[] = []) =>
  ({
    ...{ ballId, ballName: 'Ruddock', customerId: 'odda', customerName: 'Odda Brimstow', openJobs },
    ...{ due: works.map(due), targetGrit: 1000, lastRecipe: null },
  }) as unknown as UpkeepRow

let refusal: { status: number; body: unknown } | null
let server: ReturnType<typeof serveWith>
let work: ReturnType<typeof useDueWork>
let notices: ReturnType<typeof useNotices>
let end: () => void
beforeEach(() => {
  refusal = null
  server = serveWith((method, path) => {
    if (method === 'POST' && path === '/bench/jobs') {
      const input = server.asked.at(-1)!.body as JobInput
      return refusal ?? { status: 200, body: { ...input, ballName: 'Ruddock', version: 1, state: 'waiting' } }
    }
    if (path.startsWith('/balls/')) return { status: 200, body: { id: ballId, name: 'Ruddock', customerId: 'odda' } }
    return { status: 200, body: { rows: [], items: [], stations: [], total: 0 } }
  })
  const live = inLiveApp(() => {
    useBalls().adopt([{ id: ballId, name: 'Ruddock', customerId: 'odda' } as never])
    notices = useNotices()
    return useDueWork()
  })
  work = live.given
  end = live.end
})
afterEach(() => {
  end()
  server.restore()
})
const made = () => server.asked.filter((one) => one.method === 'POST').map((one) => (one.body as JobInput).kind)

describe('what is due, put on the bench', () => {
  test('a job for anything due is one that the server takes', () => {
    for (const one of ['clean', 'touch-up', 'resurface', 'extract'] as const)
      expect(check(jobSchema, jobInputFor(row([one]), due(one), 'due', now)).ok).toBe(true)
  })

  test('all of a customer in one go: the larger work, no cleaning beside it, nothing that waits', async () => {
    await work.makeAll([
      row(['clean', 'resurface', 'scan']),
      row(['clean'], ['clean']),
      row(['extract', 'clean'], ['extract']),
    ])
    expect(made()).toEqual(['resurface'])
  })

  test('what needs a reason opens its form with what it was for; anything else is said', async () => {
    refusal = { status: 409, body: { code: 'needs-reason', detail: 'It was resurfaced yesterday.' } }
    await work.make(row(['resurface']), due('resurface'))
    expect(work.asking.value).toMatchObject({ work: 'resurface', ball: { id: ballId } })
    work.asking.value = null
    refusal = { status: 409, body: { code: 'refused', detail: 'The ball is retired.' } }
    await work.make(row(['clean']), due('clean'))
    expect(work.asking.value).toBeNull()
    expect(JSON.stringify(notices.current)).toContain('The ball is retired.')
  })

  test('of several what was made is told beside what was refused', async () => {
    refusal = { status: 409, body: { code: 'refused', detail: 'The ball is retired.' } }
    await work.makeAll([row(['clean'])])
    expect(JSON.stringify(notices.current)).toContain('Ruddock: The ball is retired.')
  })
})
