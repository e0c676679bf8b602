import { beforeAll, describe, expect, test } from '@jest/globals'
import {
  ballEventKinds,
  calibrationKinds,
  deviceKinds,
  eventKinds,
  figureSources,
  hands,
  jobStates,
  photoTypes,
  roles,
  executions,
  missWords,
  roomWords,
  verdictWords,
  shapes,
  supplyKinds,
  wantedStates,
  whereabouts,
} from '@sleetfall/contract'
import {
  cleanerRules,
  coverFamilies,
  jobKinds,
  patternTrusts,
  reads,
  stationKinds,
  surfaceChanges,
  urethaneRules,
  visitReasons,
} from '@sleetfall/core'
import { testDatabase } from '../test/shop.ts'

/** The list in code of each column that takes only certain words. */
const listOf: Readonly<Record<string, readonly string[]>> = {
  'staff.role': roles,
  'customer.hand': hands,
  'calibration_part.kind': calibrationKinds,
  'fit_in_force.kind': calibrationKinds,
  'customer.speed_source': figureSources,
  'customer.rev_source': figureSources,
  'customer.axis_rotation_source': figureSources,
  'customer.axis_tilt_source': figureSources,
  'customer.pap_source': figureSources,
  'ball.cover': coverFamilies,
  'ball.factory_source': figureSources,
  'ball_event.kind': ballEventKinds,
  'ball_photo.content_type': photoTypes,
  'ball_present.place': whereabouts,
  'device.kind': deviceKinds,
  'event.kind': eventKinds,
  'rule_set.urethane': urethaneRules,
  'rule_set.surface_change': surfaceChanges,
  'rule_set.cleaner': cleanerRules,
  'grip_sheet.hand': hands,
  'wanted_ball.cover': coverFamilies,
  'wanted_ball.state': wantedStates,
  'job.kind': jobKinds,
  'job.state': jobStates,
  'pattern.trust': patternTrusts,
  'pad.abrasive': supplyKinds,
  'shot.shape': shapes,
  'trial_verdict.says': verdictWords,
  'trial_verdict.miss_in': missWords,
  'trial_verdict.miss_out': missWords,
  'trial_verdict.room': roomWords,
  'trial_verdict.shape': shapes,
  'shot.execution': executions,
  'shot.read': reads,
  'station.kind': stationKinds,
  'upkeep_visit.reason': visitReasons,
  'stock_ball.cover': coverFamilies,
  // Nothing outside the SQL that writes them names these.
  'grip_sheet.span_kind': ['full', 'cut'],
  'job_reading.source': ['typed', 'bath'],
  'outbox_message.state': ['queued', 'sent', 'withdrawn'],
  'shot_before.what': ['corrected', 'removed'],
  'wear_fit.kind': ['own', 'shared'],
}

let taken: ReadonlyMap<string, readonly string[]>
beforeAll(async () => {
  const database = await testDatabase()
  const rows = await database.many<{ table: string; definition: string }>(
    `select conrelid::regclass::text as table, pg_get_constraintdef(oid) as definition
       from pg_constraint where contype = 'c' and connamespace = 'public'::regnamespace`,
  )
  await database.close()
  taken = new Map(
    rows.flatMap(({ table, definition }) => {
      const [, column, words] = /^CHECK \(\((\w+) = ANY \(ARRAY\[(.*)\]\)\)\)$/.exec(definition) ?? []
      if (column === undefined) return []
      return [[`${table}.${column}`, [...words!.matchAll(/'([^']+)'/g)].map((match) => match[1]!)]]
    }),
  )
})

describe('one list for each kind', () => {
  test('a column takes exactly the words that the code knows, and every such column is named here', () => {
    const sorted = (map: Iterable<readonly [string, readonly string[]]>) =>
      Object.fromEntries([...map].map(([column, words]) => [column, [...words].sort()]))
    expect(sorted(taken)).toEqual(sorted(Object.entries(listOf)))
  })

  test('no list names a word twice', () => {
    for (const words of Object.values(listOf)) expect(new Set(words).size).toBe(words.length)
  })
})
