import type { Area } from '../http/area.ts'
import { diagnosisRoutes } from './routes.ts'

export const diagnosis: Area = {
  name: 'diagnosis',
  routes: [['/diagnoses', diagnosisRoutes]],
  tables: ['diagnosis', 'diagnosis_learnt'],
  exports: [],
  imports: ['balls', 'customers', 'lanes'],
}
