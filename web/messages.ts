import { words } from '@sleetfall/contract'
import events from './events/messages.ts'
import bags from './bags/messages.ts'
import balls from './balls/messages.ts'
import bench from './bench/messages.ts'
import calibration from './calibration/messages.ts'
import controls from './controls/messages.ts'
import coverage from './coverage/messages.ts'
import customers from './customers/messages.ts'
import equipment from './equipment/messages.ts'
import first from './first/messages.ts'
import fitting from './fitting/messages.ts'
import journal from './journal/messages.ts'
import lanes from './lanes/messages.ts'
import people from './people/messages.ts'
import plan from './plan/messages.ts'
import glossary from './shell/glossaryWords.ts'
import shell from './shell/messages.ts'
import shop from './shop/messages.ts'
import supplies from './supplies/messages.ts'
import surface from './surface/messages.ts'
import diagnosis from './diagnosis/messages.ts'
import transfers from './transfer/messages.ts'
import trials from './trials/messages.ts'
import backups from './backup/messages.ts'
import upkeep from './upkeep/messages.ts'

/** Every area's texts, in English, and the words for what the server and the schemas say. */
export const catalogue = {
  ...words,
  events,
  bags,
  balls,
  bench,
  calibration,
  controls,
  coverage,
  customers,
  equipment,
  first,
  fitting,
  glossary,
  journal,
  lanes,
  people,
  plan,
  shell,
  shop,
  supplies,
  surface,
  transfers,
  trials,
  diagnosis,
  upkeep,
  backups,
}
