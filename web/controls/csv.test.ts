import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { readCsv, textOfFile } from './csv.ts'

const asFile = (bytes: Uint8Array | string) => new Blob([typeof bytes === 'string' ? bytes : bytes.slice()])

describe('the text of a chosen file', () => {
  test('is what was written in UTF-8, whatever it was', async () => {
    await fc.assert(
      fc.asyncProperty(fc.string({ unit: 'grapheme' }), async (text) => {
        // A mark of the byte order at the front is no part of the text.
        expect(await textOfFile(asFile(text))).toBe(text.replace(/^\uFEFF/, ''))
      }),
    )
  })

  test('of a spreadsheet program of Western Europe keeps its umlauts and fractions', async () => {
    const written = Uint8Array.from([0x48, 0xe4, 0x72, 0x74, 0x65, 0x20, 0xbd])
    expect(await textOfFile(asFile(written))).toBe('Härte ½')
  })

  test('is read in UTF-16 where the file says so', async () => {
    expect(await textOfFile(asFile(Uint8Array.from([0xff, 0xfe, 0x52, 0, 0xe4, 0])))).toBe('Rä')
    expect(await textOfFile(asFile(Uint8Array.from([0xfe, 0xff, 0, 0x52, 0, 0xe4])))).toBe('Rä')
  })

  test('of what is no text still shows its zeros', async () => {
    expect(await textOfFile(asFile(Uint8Array.from([0x50, 0x4b, 0x03, 0x04, 0, 0, 0xff])))).toContain('\u0000')
  })
})

test('a table whose cells hold decimal commas is parted by what its headings are parted by', () => {
  expect(readCsv('sep=;\r\nBall;RG\r\nGannet;2,48\r\n').data).toEqual([{ Ball: 'Gannet', RG: '2,48' }])
  expect(readCsv('\uFEFF Ball ;RG\n\nGannet;2,48').data).toEqual([{ Ball: 'Gannet', RG: '2,48' }])
})
