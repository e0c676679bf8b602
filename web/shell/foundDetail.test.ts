import { describe, expect, test } from '@jest/globals'
import type { Found } from '@sleetfall/contract'
import { i18n } from '../i18n.ts'
import '../test/allTexts.ts'
import { foundDetail } from './foundDetail.ts'

const detail = (facts: object) =>
  foundDetail({ id: '1', title: 'X', customerId: null, ...facts } as Found, i18n.global.t)

describe('what stands behind something found', () => {
  test('tells two people of one name apart', () => {
    expect(detail({ kind: 'customer', hand: 'left', distinction: 'the younger' })).toBe('left-hander · the younger')
    expect(detail({ kind: 'customer', hand: 'right', distinction: '' })).toBe('right-hander')
  })
  test('says whose ball it is and where it lies', () => {
    const ball = { kind: 'ball', customerName: 'Odda Brimstow' }
    expect(detail({ ...ball, place: 'customer', shelf: '' })).toBe('Odda Brimstow · with the customer')
    expect(detail({ ...ball, place: 'shelf', shelf: 'B2' })).toBe('Odda Brimstow · shelf B2')
    expect(detail({ ...ball, place: 'shelf', shelf: '' })).toBe('Odda Brimstow · shelf')
    // A shelf that the ball left is no place to look.
    expect(detail({ ...ball, place: 'bench', shelf: 'B2' })).toBe('Odda Brimstow · on the bench')
  })
  test('says what a job does, for whom and by when', () => {
    const text = detail({ kind: 'job', work: 'extract', customerName: 'Odda Brimstow', dueOn: '2031-04-09' })
    expect(text).toMatch(/^extract oil · Odda Brimstow · due .*9 Apr/)
  })
  test('says when an event begins, whose trial it is, and that a pattern is one', () => {
    expect(detail({ kind: 'event', what: 'tournament', startsOn: '2031-04-09' })).toMatch(/^tournament from .*9 Apr/)
    expect(detail({ kind: 'trial', customerName: 'Odda Brimstow' })).toBe('Odda Brimstow')
    expect(detail({ kind: 'pattern' })).toBe('pattern')
  })
})
