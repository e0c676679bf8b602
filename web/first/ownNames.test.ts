import { afterEach, expect, test } from '@jest/globals'
import { catalogue, dates } from '../german.ts'
import { speakWith } from '../i18n.ts'
import { usePlan } from '../plan/store.ts'
import { inApp, serveWith } from '../test/inApp.ts'
import { useOwnNames } from './useOwnNames.ts'

let server: ReturnType<typeof serveWith>
afterEach(() => {
  server.restore()
  speakWith('en', null)
})

test('stations as the start command names them are named in the language of whoever sets the shop up; others stay', async () => {
  const station = (id: string, name: string, kind: string) => ({
    ...{ id, name, kind, version: 3, setupMinutes: 2, closedUntil: null, closedReason: '' },
  })
  let stations = [
    station('a', 'Intake', 'intake'),
    station('b', 'Spinner', 'spinner'),
    station('c', 'Dry rack', 'dry-rack'),
    station('d', 'Under the stairs', 'shelf'),
  ]
  server = serveWith((method, path) => {
    if (method === 'PUT') {
      const { id, name } = server.asked.at(-1)!.body as (typeof stations)[number]
      expect(path).toBe(`/plan/stations/${id}`)
      stations = stations.map((one) => (one.id === id ? { ...one, name, version: 4 } : one))
    }
    return { status: 200, body: { stations } }
  })
  const { names, plan } = await inApp(() => ({ names: useOwnNames(), plan: usePlan() }))
  await plan.load()
  expect(names.named.value).toEqual([])

  speakWith('de', { catalogue, dates })
  expect(names.named.value.map(({ name }) => name)).toEqual(['Annahme', 'Trockengestell'])
  await names.take()
  expect(stations.map(({ name }) => name)).toEqual(['Annahme', 'Spinner', 'Trockengestell', 'Under the stairs'])
  expect(names.named.value).toEqual([])
})
