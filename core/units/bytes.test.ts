import { expect, test } from '@jest/globals'
import { bytesText } from './bytes.ts'

test('bytes as people say them, to three figures', () => {
  expect([0, 999, 1000, 12_345, 2_345_678, 4e9, 5e12, 5e15].map(bytesText)).toEqual([
    ...['0 bytes', '999 bytes', '1 kB', '12.3 kB', '2.35 MB', '4 GB', '5 TB', '5000 TB'],
  ])
})
