import * as yup from 'yup'
import { loadsSchema } from './lanes.ts'
import { later } from './later.ts'

/** Input of the headless `film` command. */
export const filmSchema = later(() => yup.object({ loads: loadsSchema }))
