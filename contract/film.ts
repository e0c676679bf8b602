import * as yup from 'yup'
import { loadsSchema } from './lanes.ts'

/** Input of the headless `film` command. */
export const filmSchema = yup.object({ loads: loadsSchema })
