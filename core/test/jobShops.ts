import type { ScheduleQuestion } from '../bench/schedule/index.ts'

/** The generator of Taillard's benchmarks (1993): a linear congruence, as published. */
function generator(seed: number) {
  let state = seed
  return (low: number, high: number) => {
    const k = Math.floor(state / 127_773)
    state = 16_807 * (state % 127_773) - k * 2836
    if (state < 0) state += 2_147_483_647
    return Math.floor(low + (state / 2_147_483_647) * (high - low + 1))
  }
}

const shop = (minutes: readonly (readonly number[])[], machines: readonly (readonly number[])[]): ScheduleQuestion => ({
  now: 0,
  horizon: Infinity,
  nights: [],
  minimise: 'span',
  people: [],
  stations: minutes[0]!.map((_, at) => ({ id: `m${at}`, kind: `m${at}`, open: null, setupMinutes: 0, pad: null })),
  jobs: minutes.map((row, at) => ({
    ...{ id: `j${at}`, release: 0, due: null, weight: 1 },
    operations: row.map((own, i) => ({
      ...{ station: `m${machines[at]![i]!}`, minutes: own, attention: [] },
      ...{ minWait: 0, maxWait: null, pad: null, fixed: null },
    })),
  })),
})

/** A job shop of the literature: every job once over every machine, in an order of its own. */
export function jobShop(jobs: number, machines: number, timeSeed: number, machineSeed: number): ScheduleQuestion {
  const [time, machine] = [generator(timeSeed), generator(machineSeed)]
  const minutes = Array.from({ length: jobs }, () => Array.from({ length: machines }, () => time(1, 99)))
  const order = Array.from({ length: jobs }, () => {
    const row = Array.from({ length: machines }, (_, at) => at)
    for (let at = 0; at < machines; at++) {
      const other = machine(at, machines - 1)
      ;[row[at], row[other]] = [row[other]!, row[at]!]
    }
    return row
  })
  return shop(minutes, order)
}

/** A flow shop: every job over the machines in the same order. */
export function flowShop(jobs: number, machines: number, seed: number): ScheduleQuestion {
  const time = generator(seed)
  const byMachine = Array.from({ length: machines }, () => Array.from({ length: jobs }, () => time(1, 99)))
  const minutes = Array.from({ length: jobs }, (_, at) => byMachine.map((row) => row[at]!))
  return shop(
    minutes,
    minutes.map((row) => row.map((_, at) => at)),
  )
}

/** Job shops of fifteen jobs on fifteen machines by the published seeds of times and machines, with the optimum that is known of each. */
export const knownJobShops: readonly (readonly [time: number, machine: number, optimum: number])[] = [
  [840_612_802, 398_197_754, 1231],
  [1_314_640_371, 386_720_536, 1244],
  [1_227_221_349, 316_176_388, 1218],
  [342_269_428, 1_806_358_582, 1175],
  [1_603_221_416, 1_501_949_241, 1224],
  [1_357_584_978, 1_734_077_082, 1238],
  [844_531_661, 1_374_316_395, 1227],
]
