import { backup } from './backup/area.ts'
import { bags } from './bags/area.ts'
import { balls } from './balls/area.ts'
import { bench } from './bench/area.ts'
import { calibration } from './calibration/area.ts'
import { coverage } from './coverage/area.ts'
import { customers } from './customers/area.ts'
import { diagnosis } from './diagnosis/area.ts'
import { equipment } from './equipment/area.ts'
import { events } from './events/area.ts'
import { fitting } from './fitting/area.ts'
import type { Area, Job, Task } from './http/area.ts'
import { removeOldRequests } from './http/housekeeping.ts'
import { journal } from './journal/area.ts'
import { lanes } from './lanes/area.ts'
import { motion } from './motion/area.ts'
import { news } from './news/area.ts'
import { open } from './open/area.ts'
import { openapi } from './openapi/area.ts'
import { present } from './present/area.ts'
import { rights } from './rights/area.ts'
import { search } from './search/area.ts'
import { shop } from './shop/area.ts'
import { staff } from './staff/area.ts'
import { supplies } from './supplies/area.ts'
import { surface } from './surface/area.ts'
import { transfer } from './transfer/area.ts'
import { trials } from './trials/area.ts'
import { upkeep } from './upkeep/area.ts'

/** In the order in which a search lists what they found. */
const own: readonly Area[] = [
  open,
  staff,
  shop,
  customers,
  balls,
  lanes,
  fitting,
  motion,
  bench,
  events,
  trials,
  diagnosis,
  calibration,
  coverage,
  bags,
  surface,
  supplies,
  upkeep,
  equipment,
  present,
  journal,
  news,
  rights,
  transfer,
  backup,
]

/** Everything that the server consists of, apart from what all of it stands on (`http`, `database`). */
const inside: readonly Area[] = [...own, search(own)]
export const areas: readonly Area[] = [...inside, openapi(inside)]

const housekeeping: Task = { name: 'housekeeping', every: '0 * * * *', run: removeOldRequests }
export const jobs: readonly Job[] = areas.flatMap((area) => area.jobs ?? [])
export const tasks: readonly Task[] = [housekeeping, ...areas.flatMap((area) => area.tasks ?? [])]
