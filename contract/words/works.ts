import type { JobKind, StationKind } from '@sleetfall/core'

/** Work that the bench does. */
export const works = {
  clean: 'clean',
  extract: 'extract oil',
  bath: 'extract oil, heated bath',
  resurface: 'resurface',
  polish: 'polish',
  refresh: 'touch up by hand',
  dry: 'dry the holes',
  inserts: 'check the inserts',
  inspect: 'look it over',
} as const satisfies Record<JobKind, string>

export const stations = {
  intake: 'intake',
  spinner: 'spinner',
  bath: 'bath',
  'dry-rack': 'dry rack',
  shelf: 'shelf',
} as const satisfies Record<StationKind, string>
