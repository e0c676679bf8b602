import type { AheadWeek } from '@sleetfall/contract'
import { askedInAll, hoursOf, shareOf, stateOf } from './aheadText.ts'

const week = (change: Partial<AheadWeek>): AheadWeek => ({
  ...{ startMs: 0, endMs: 7 * 86_400_000, due: { mean: 0, low: 0, high: 0 }, works: {}, tournaments: [] },
  ...{ visits: 0, earlier: 0, waits: 0, over: 0, batches: { pads: [], changesSaved: 0 } },
  ...{ plannedMinutes: 0, minutes: 0, usualMinutes: 0, thereMinutes: 600 },
  ...{ spinnerMinutes: 0, spinnerThereMinutes: 600 },
  ...change,
})

test.each<[string, Partial<AheadWeek>, ReturnType<typeof stateOf>]>([
  ['half of the hours asked', { minutes: 200, plannedMinutes: 100 }, 'room'],
  ['seven tenths of them', { minutes: 300, usualMinutes: 120 }, 'tight'],
  ['seven tenths of the spinner alone', { minutes: 60, spinnerMinutes: 420 }, 'tight'],
  ['more than there are', { minutes: 601 }, 'over'],
  ['a visit without room', { minutes: 60, over: 1 }, 'over'],
  ['nobody there, and nothing asked: no reason to shout, and no room either', { thereMinutes: 0 }, 'away'],
  ['nobody there, and work planned', { thereMinutes: 0, plannedMinutes: 10 }, 'closed'],
  ['nobody there, and somebody comes for what takes no time', { thereMinutes: 0, visits: 1 }, 'closed'],
])('a week with %s', (_, change, state) => {
  expect(stateOf(week(change))).toBe(state)
})

test('a share of hours that nobody is there for is none; all that is asked counts', () => {
  const asked = week({ plannedMinutes: 30, minutes: 60, usualMinutes: 30 })
  expect([askedInAll(asked), shareOf(asked), shareOf({ ...asked, thereMinutes: 0 })]).toEqual([120, 0.2, null])
})

test('hours are told to a tenth, and whole from ten on', () => {
  expect([hoursOf(0), hoursOf(50), hoursOf(599), hoursOf(629), hoursOf(3540)]).toEqual([0, 0.8, 10, 10, 59])
})
