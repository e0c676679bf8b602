import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { nextTick, ref } from 'vue'
import { useNotices } from '../shell/notices.ts'
import { inLiveApp, serveWith } from '../test/inApp.ts'
import { useJob } from './useJob.ts'
import { changesTwoThings } from './useJobForm.ts'

const id = '0b6f2f0e-3f52-4c1c-9d0a-5a1b7c1d2e3f'
const job = (change: object = {}) => ({
  ...{ id, ballId: 'ball', state: 'running', version: 3, pausedAt: null, water: [] },
  procedure: [
    { position: 0, startedAt: '2031-05-01T10:00:00Z', doneAt: '2031-05-01T10:05:00Z' },
    { position: 1, startedAt: '2031-05-01T10:05:00Z', doneAt: null },
  ],
  ...change,
})
let server: ReturnType<typeof serveWith>
let answer: (method: string, path: string) => { status: number; body?: unknown }
let held: ReturnType<typeof useJob>
let notices: ReturnType<typeof useNotices>
let end: () => void
const settled = async () => {
  await nextTick()
  await new Promise((resolve) => setTimeout(resolve, 30))
}
beforeEach(async () => {
  answer = () => ({ status: 200, body: job() })
  server = serveWith((method, path) =>
    path.startsWith('/balls/')
      ? { status: 200, body: { id: 'ball', name: 'Ruddock', customerId: 'odda' } }
      : path.startsWith('/bench/jobs')
        ? answer(method, path)
        : { status: 200, body: [] },
  )
  const live = inLiveApp(() => {
    notices = useNotices()
    return useJob(ref(id))
  })
  held = live.given
  end = live.end
  await settled()
})
afterEach(() => {
  end()
  server.restore()
})
const writes = () => server.asked.filter((one) => one.method !== 'GET')

describe('a job on a tablet', () => {
  test('the step that runs is the one begun and not done', () => {
    expect(held.current.value!.position).toBe(1)
    expect(held.lost.value).toBe(false)
  })

  test('a second tap while the first is under way does nothing', async () => {
    await Promise.all([held.pause(''), held.pause('')])
    expect(writes()).toHaveLength(1)
    expect(held.busy.value).toBe(false)
  })

  test('what is done is said of the step that runs, with the version it stood at', async () => {
    await held.done({ finding: 'fine' })
    expect(writes()[0]!.path).toContain(`/bench/jobs/${id}/steps/1`)
    expect(writes()[0]!.body).toMatchObject({ version: 3, finding: 'fine' })
  })

  test('where no step runs, nothing of a step is sent', async () => {
    answer = () => ({ status: 200, body: job({ state: 'done', procedure: [] }) })
    await held.refresh()
    await held.done({})
    await held.skip('no time')
    expect(writes()).toEqual([])
  })

  test('a refusal is told and shows at once how the job stands now', async () => {
    answer = (method) =>
      method === 'GET'
        ? { status: 200, body: job({ version: 9 }) }
        : { status: 409, body: { code: 'conflict', detail: 'Somebody else did this step.' } }
    await held.pause('')
    expect(notices.current?.text).toContain('Somebody else did this step.')
    expect(held.job.value!.version).toBe(9)
  })

  test('a job that is not there any more says so', async () => {
    answer = () => ({ status: 404, body: { status: 404, code: 'not-found', detail: 'There is no such job.' } })
    await held.refresh()
    expect(held.lost.value).toBe(true)
  })
})

test('oil and surface in one visit are two things; oil twice or a look beside it are not', () => {
  expect(changesTwoThings('extract', ['resurface'])).toBe(true)
  expect(changesTwoThings('polish', ['bath'])).toBe(true)
  expect(changesTwoThings('extract', ['bath', 'inspect'])).toBe(false)
  expect(changesTwoThings('inspect', ['extract', 'resurface'])).toBe(false)
})
