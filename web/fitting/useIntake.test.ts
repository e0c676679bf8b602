import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import type { Ball, Customer } from '@sleetfall/contract'
import { nextTick } from 'vue'
import { useBalls } from '../balls/store.ts'
import { useCustomers } from '../customers/store.ts'
import { inLiveApp, serveWith } from '../test/inApp.ts'
import { useIntake } from './useIntake.ts'

const [oddaId, ruddockId] = ['0b6f2f0e-3f52-4c1c-9d0a-5a1b7c1d2e3f', '1c7f2f0e-3f52-4c1c-9d0a-5a1b7c1d2e3f']
const odda = {
  id: oddaId,
  name: 'Odda Brimstow',
  contact: '0555',
  distinction: '',
  ballCount: 1,
  version: 1,
} as Customer
const ruddock = {
  ...{ id: ruddockId, customerId: oddaId, name: 'Ruddock', cover: 'solid', note: 'thumb slug 31/32', shelf: '' },
  ...{ version: 3, place: 'customer', retiredOn: null, gamesBefore: 0 },
} as unknown as Ball

let server: ReturnType<typeof serveWith>
let end: () => void
let intake: ReturnType<typeof useIntake>
let written: { readonly method: string; readonly path: string; readonly body: Record<string, unknown> }[]
let refuse = false
beforeEach(() => {
  refuse = false
  server = serveWith((method, path) => {
    if (method !== 'GET' && refuse) return { status: 409, body: { code: 'refused', detail: 'Not now.' } }
    if (path.startsWith('/customers?'))
      return { status: 200, body: { items: decodeURIComponent(path).includes('Odda') ? [odda] : [], total: 1 } }
    if (path.startsWith('/customers')) return { status: 200, body: odda }
    if (path.startsWith('/stock'))
      return {
        status: 200,
        body: [{ id: 's', name: 'Gannet Bight', cover: 'pearl', rgIn: 2.52, differentialIn: 0.047, factoryGrit: 3000 }],
      }
    if (path.startsWith('/balls?')) return { status: 200, body: { items: [ruddock], total: 1 } }
    if (method === 'POST' && path === '/balls')
      return { status: 200, body: { ...ruddock, ...(written.at(-1)?.body ?? {}) } }
    return { status: 200, body: ruddock }
  })
  const live = inLiveApp(() => {
    useCustomers().adopt([odda])
    useBalls().adopt([ruddock])
    return useIntake()
  })
  intake = live.given
  end = live.end
  written = []
})
afterEach(() => {
  end()
  server.restore()
})
const settled = async () => {
  await nextTick()
  await new Promise((resolve) => setTimeout(resolve, 180))
}
const writes = () => server.asked.filter((one) => one.method !== 'GET')

describe('balls over the counter', () => {
  test('a whole name that was typed is that customer; half of one is not', async () => {
    intake.search.value = 'Odda'
    await settled()
    expect(intake.known.value).toBeUndefined()
    expect(intake.found.value.map((one) => one.name)).toEqual(['Odda Brimstow'])
    intake.search.value = 'odda  brimstow'
    await settled()
    // The name is looked up as typed; the shop answers to it here only with its capital.
    intake.search.value = 'Odda Brimstow'
    await settled()
    expect(intake.known.value?.id).toBe(oddaId)
  })

  test('Enter takes the first that fits, or says that there is none', async () => {
    intake.search.value = 'Odda'
    expect(await intake.takeFirst()).toBe(true)
    expect(intake.search.value).toBe('Odda Brimstow')
    intake.choose(null)
    intake.search.value = 'Somebody New'
    expect(await intake.takeFirst()).toBe(false)
  })

  test('a ball that comes back takes the empty row’s place; tapped again it does not come, and a row is left to type in', () => {
    intake.choose(oddaId)
    intake.bringBack(ruddock)
    expect(intake.rows.value.map((row) => row.name)).toEqual(['Ruddock'])
    expect(intake.returning(ruddockId)).toBe(true)
    intake.bringBack(ruddock)
    expect(intake.rows.value).toHaveLength(1)
    expect(intake.rows.value[0]!.knownId).toBeNull()
  })

  test('a name of the shop’s list brings its figures, whatever its capitals', async () => {
    await intake.stock.load()
    const row = intake.rows.value[0]!
    intake.named(row, ' gannet bight')
    expect(row).toMatchObject({ cover: 'pearl', rgIn: 2.52, factoryGrit: 3000 })
    intake.named(row, null)
    expect(row.name).toBe('')
  })

  test('one typed as new under the name of an own ball is asked about, and becomes it', async () => {
    intake.choose(oddaId)
    await settled()
    intake.rows.value[0]!.name = 'ruddock'
    expect(intake.twins.value.map(({ twin }) => twin.id)).toEqual([ruddockId])
    intake.isTwin(intake.twins.value[0]!.row, ruddock)
    expect(intake.rows.value.map((row) => row.knownId)).toEqual([ruddockId])
  })

  test('what cannot be taken in is told at its field; nothing is written and nothing is lost', async () => {
    intake.search.value = 'Somebody New'
    intake.rows.value[0]!.complaint = 'hooks less'
    expect(await intake.takeIn()).toBe(false)
    expect(Object.keys(intake.errors.value)).toContain('0.name')
    expect(writes()).toEqual([])
    expect(intake.rows.value[0]!.complaint).toBe('hooks less')
  })

  test('a known ball is moved to the shelf with the complaint first in its note, and the draft is gone', async () => {
    intake.choose(oddaId)
    await settled()
    intake.bringBack(ruddock)
    Object.assign(intake.rows.value[0]!, { complaint: 'skids', shelf: 'B2' })
    expect(await intake.takeIn()).toBe(true)
    const [put] = writes()
    expect(put).toMatchObject({
      method: 'PUT',
      path: `/balls/${ruddockId}`,
      body: { place: 'shelf', shelf: 'B2', version: 3 },
    })
    expect((put!.body as { note: string }).note).toMatch(/skids[\s\S]*thumb slug/)
    expect(intake.taken.value!.balls).toEqual([{ id: ruddockId, name: 'Ruddock', shelf: 'B2', complaint: 'skids' }])
    expect(intake.begun.value).toBe(false)
  })

  test('a refusal keeps everything that was typed', async () => {
    refuse = true
    intake.choose(oddaId)
    await settled()
    intake.bringBack(ruddock)
    intake.rows.value[0]!.complaint = 'skids'
    await intake.takeIn()
    expect(intake.taken.value).toBeNull()
    expect(intake.rows.value[0]!.complaint).toBe('skids')
    expect(intake.busy.value).toBe(false)
  })
})
