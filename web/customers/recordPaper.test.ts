import { expect, test } from '@jest/globals'
import { type CustomerRecord, lineOf, sectionsOf } from './recordPaper.ts'

test('a row is read in words: empty columns, ids and the bytes of pictures are left out', () => {
  expect(
    lineOf({
      id: '6c1d0ad0-0000-4000-8000-000000000001',
      note: '',
      retiredOn: null,
      weightLb: 15,
      twoHanded: false,
      happenedAt: '2031-04-09T10:15:00',
      payload: { games: 3, patternId: '6c1d0ad0-0000-4000-8000-000000000001', grits: [500, 1000] },
      base64: 'iVBORw==',
    }),
  ).toBe('weight lb 15, two handed false, happened at 9 Apr 2031 10:15, payload games 3, grits 500; 1000')
})

test('sections stand in the order of the record; what is empty is no section', () => {
  const record = {
    ...{ format: 'sleetfall-customer/1', madeAt: '2031-04-09T10:15:00', shop: 'A shop' },
    customer: { name: 'Marl' },
    gripSheets: [],
    balls: [{ name: 'Thornwick' }, { name: 'Murkle' }],
  } as CustomerRecord
  expect(sectionsOf(record)).toEqual([
    { name: 'customer', lines: ['name Marl'] },
    { name: 'balls', lines: ['name Thornwick', 'name Murkle'] },
  ])
})
