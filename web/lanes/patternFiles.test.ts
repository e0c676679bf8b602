import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import type { Pattern } from '@sleetfall/contract'
import { useNotices } from '../shell/notices.ts'
import { inLiveApp } from '../test/inApp.ts'
import { toCsv, toJson } from './exchange.ts'
import { usePatternFiles } from './usePatternFiles.ts'

const pattern = {
  name: 'Jetty 34',
  note: 'short',
  estimated: false,
  loads: [{ fromBoard: 2, toBoard: 38, loads: 2, microlitresPerBoard: 50, startFt: 0, endFt: 20 }],
} as unknown as Pattern
const file = (name: string, text: string, size = text.length) => ({
  ...{ name, size },
  arrayBuffer: () => new Blob([text]).arrayBuffer(),
})
let files: ReturnType<typeof usePatternFiles>
let notices: ReturnType<typeof useNotices>
let end: () => void
let opened = 0
beforeEach(() => {
  opened = 0
  const live = inLiveApp(() => {
    notices = useNotices()
    return usePatternFiles(() => (opened += 1))
  })
  files = live.given
  end = live.end
})
afterEach(() => end())

describe('a pattern from a file', () => {
  test.each([
    ['jetty.json', toJson(pattern)],
    ['jetty.csv', toCsv(pattern)],
  ])('%s, saved here, is a draft with the same loads, to be looked at first', async (name, text) => {
    await files.take(file(name, text))
    expect(opened).toBe(1)
    expect(files.draft.value!.file).toBe(name)
    expect(files.draft.value!.pattern.loads).toEqual(pattern.loads)
  })

  test.each([
    ['notes.csv', 'nothing of a lane in here'],
    ['broken.json', '{"loads": ['],
    ['empty.csv', ''],
  ])('%s is told to be none and opens nothing', async (name, text) => {
    await files.take(file(name, text))
    expect(opened).toBe(0)
    expect(files.draft.value).toBeNull()
    expect(notices.current?.kind).toBe('error')
    expect(notices.current!.text).not.toContain('lanes.')
  })

  test('a file of megabytes is not even read', async () => {
    let asked = false
    const arrayBuffer = async () => ((asked = true), new ArrayBuffer(0))
    await files.take({ name: 'film.json', size: 5_000_000, arrayBuffer })
    expect(asked).toBe(false)
    expect(notices.current?.kind).toBe('error')
  })
})
