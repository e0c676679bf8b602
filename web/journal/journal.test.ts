import { describe, expect, test } from '@jest/globals'
import { journalAreas, journalKey, journaled } from '@sleetfall/contract'
import { changeTexts } from './changeText.ts'
import messages from './messages.ts'

describe('words of the journal', () => {
  test('every write has its own, and no word is left over', () => {
    expect(Object.keys(messages.did).sort()).toEqual(journaled.map(journalKey).sort())
    expect(new Set(Object.values(messages.did)).size).toBe(journaled.length)
    expect(Object.keys(messages.areas).sort()).toEqual([...journalAreas].sort())
  })
})

describe('a change as it is read', () => {
  test('says the column in words, what stood there and what stands there; ids and lists are not read out', () => {
    expect(
      changeTexts(
        [
          {
            ofTable: 'ball',
            columns: {
              weight_lb: [15, 14],
              note: ['', 'Chipped'],
              customer_id: ['6c1d0ad0-0000-4000-8000-000000000001', '6c1d0ad0-0000-4000-8000-000000000002'],
              retired_on: [null, '2031-04-09'],
              done_at: ['2031-04-09T10:15:00', null],
              active: [true, false],
              steps: [[{ grit: 500 }], [{ grit: 800 }]],
            },
          },
        ],
        { yes: 'ticked', no: 'not ticked' },
      ),
    ).toEqual([
      { column: 'weight lb', before: '15', after: '14' },
      { column: 'note', before: null, after: 'Chipped' },
      { column: 'customer', before: '…', after: '…' },
      { column: 'retired on', before: null, after: '2031-04-09' },
      { column: 'done at', before: '9 Apr 2031 10:15', after: null },
      { column: 'active', before: 'ticked', after: 'not ticked' },
      { column: 'steps', before: '…', after: '…' },
    ])
  })
})
