import { expect, test } from '@jest/globals'
import { outside } from '../test/outside.ts'

test('with balls fitted to their shots the plan is within two in a hundred of the best under the hidden truth for nearly all customers', async () => {
  const url = new URL('../test/blindPlans.ts', import.meta.url).href
  const seeds = Array.from({ length: 20 }, (_, i) => i + 1)
  const halves = [seeds.slice(0, 10), seeds.slice(10)]
  const losses = (
    await Promise.all(halves.map((half, lane) => outside<number[]>(url, 'givenUpBy', [half], lane)))
  ).flat()
  expect(losses).toHaveLength(20)
  // 18 of 20 as measured (19 with the strength known outright, 14 without a fit); one may fall either way by rounding.
  expect(losses.filter((loss) => loss <= 0.02).length).toBeGreaterThanOrEqual(17)
  expect(Math.max(...losses)).toBeLessThan(0.08)
  // Over all of them 0.7 in a hundred as measured: what is lost where strength, release and lane are other than believed.
  expect(losses.reduce((sum, loss) => sum + loss, 0) / losses.length).toBeLessThan(0.015)
  for (const loss of losses) expect(loss).toBeGreaterThan(-1e-6)
}, 120_000)
