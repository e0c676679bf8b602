import type { Area } from '../http/area.ts'
import { trialRoutes } from './routes.ts'
import { searchTrials } from './store.ts'

export const trials: Area = {
  name: 'trials',
  routes: [['/trials', trialRoutes]],
  search: searchTrials,
  tables: ['shot', 'shot_before', 'trial', 'trial_arm', 'trial_verdict', 'trial_words'],
  foreignTables: ['job'],
  exports: ['store.ts'],
  imports: ['balls', 'surface'],
}
