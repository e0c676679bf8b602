import { beforeAll, describe, expect, test } from '@jest/globals'
import { type LimitName, limits } from '@sleetfall/core'
import { testDatabase } from '../test/shop.ts'

/** Columns whose quantity has another name than they. */
const quantityOf: Readonly<Record<string, LimitName>> = {
  'ball.factory_grit': 'scannedGrit',
  'stock_ball.factory_grit': 'scannedGrit',
  'ball.target_grit': 'grit',
  'ball_event.games': 'games',
  'pattern_load.from_board': 'wholeBoard',
  'pattern_load.to_board': 'wholeBoard',
  'pattern_load.start_ft': 'distanceFt',
  'pattern_load.end_ft': 'distanceFt',
  'prediction.first_read_ft': 'distanceFt',
  'shot.target_board': 'board',
  'shot.arrows_board': 'board',
  'shot.first_read_ft': 'distanceFt',
  'shot.breakpoint_board': 'board',
  'shot.breakpoint_ft': 'distanceFt',
  'trial.target_board': 'board',
  'trial_arm.target_board': 'board',
  'trial_arm.planned_grit': 'grit',
  'customer.rev_sd_rpm': 'revSdRpm',
  'rule_set.most_balls': 'ruledBalls',
  'rule_set.most_weight_lb': 'weightLb',
  'rule_set.least_hardness_d': 'hardnessD',
  'rule_set.least_urethane_hardness_d': 'hardnessD',
  'rule_set.most_ra_um': 'ruledRaUm',
  'rule_set.least_rg_in': 'rgIn',
  'rule_set.most_rg_in': 'rgIn',
  'rule_set.most_differential_in': 'differentialIn',
  'rule_set.most_static_oz': 'ruledStaticOz',
  'event.games': 'seriesGames',
  'telling.quiet_from': 'minuteOfDay',
  'telling.quiet_to': 'minuteOfDay',
  'event.balls_carried': 'ruledBalls',
  'customer.laydown_from_board': 'board',
  'customer.laydown_to_board': 'board',
  'customer.target_from_board': 'board',
  'customer.target_to_board': 'board',
  'pad.life_balls': 'padLife',
  'wanted_ball.ra_um': 'ruledRaUm',
  'pad.uses': 'padUses',
  'pad.spare': 'stock',
  'pad.reorder_at': 'stock',
  'job_reading.temperature_c': 'readTemperatureC',
}
/** Nobody types these: a computed share, a count of rows, bytes of a photo, noise of a simulated device. */
const untyped = [
  'coverage_forecast.shots',
  'coverage_forecast.p',
  'coverage_forecast.low',
  'coverage_forecast.high',
  'trial_arm.arm',
  'prediction.pocket_share',
  'stock_ball.in_stock',
  'ball_photo.length',
  'device.noise',
]
/** The database only keeps out what cannot be at all; what may be typed is narrower. */
const wider = ['job_reading.temperature_c']

const camel = (column: string) => column.replace(/_(\w)/g, (_, letter: string) => letter.toUpperCase())
const number = (text: string) => Number(text.replace(/[^\d.e-]/g, ''))

interface Check {
  readonly column: string
  readonly min: number
  readonly max: number
}
let checks: readonly Check[]
beforeAll(async () => {
  const database = await testDatabase()
  const rows = await database.many<{ table: string; definition: string }>(
    `select conrelid::regclass::text as table, pg_get_constraintdef(oid) as definition
       from pg_constraint where contype = 'c' and connamespace = 'public'::regnamespace`,
  )

  await database.close()
  checks = rows.flatMap(({ table, definition }) => {
    const [, left, min, max] =
      /\(+(.+?) >= (\(?'?-?[\d.]+'?(?:::\w+)?\)?)(?:::[\w ]+)?\) AND \(+.+? <= (\(?'?-?[\d.]+'?(?:::\w+)?\)?)/.exec(
        definition,
      ) ?? []
    if (left === undefined) return []
    // A value inside a payload is named by its key, a computed one by its function.
    const name = /->> '(\w+)'/.exec(left)?.[1] ?? /^\w+/.exec(left)![0]
    return [{ column: `${table}.${name}`, min: number(min!.split('::')[0]!), max: number(max!.split('::')[0]!) }]
  })
})

describe('one range for each quantity', () => {
  test('every range that the database checks is a quantity of core/units/limits.ts, to the same figures', () => {
    expect(checks.length).toBeGreaterThan(45)
    const differ = checks.flatMap(({ column, min, max }) => {
      if (untyped.includes(column)) return []
      const name = quantityOf[column] ?? camel(column.split('.')[1]!)
      const limit = limits[name as LimitName] as { min: number; max: number } | undefined
      if (!limit) return [`${column}: no quantity ${name}`]
      if (wider.includes(column))
        return min <= limit.min && max >= limit.max ? [] : [`${column}: narrower than ${name}`]
      return min === limit.min && max === limit.max
        ? []
        : [`${column}: ${min} to ${max}, ${name} ${limit.min} to ${limit.max}`]
    })
    expect(differ).toEqual([])
  })
  test('what this test lists by name is still there', () => {
    const columns = checks.map((one) => one.column)
    for (const column of [...Object.keys(quantityOf), ...untyped, ...wider]) expect(columns).toContain(column)
  })
  test('no range is empty, and a step fits into it', () => {
    for (const [name, { min, max, step }] of Object.entries(limits)) {
      expect([name, max - min >= step && step > 0]).toEqual([name, true])
    }
  })
})
