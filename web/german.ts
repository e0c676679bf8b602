import { type SameWords } from '@sleetfall/contract'
import { words } from '@sleetfall/contract/german'
import { de as dates } from 'date-fns/locale/de'
import { de as ofControls } from 'vuetify/locale'
import type { catalogue as english } from './messages.ts'
import events from './events/german.ts'
import bags from './bags/german.ts'
import balls from './balls/german.ts'
import bench from './bench/german.ts'
import calibration from './calibration/german.ts'
import controls from './controls/german.ts'
import coverage from './coverage/german.ts'
import customers from './customers/german.ts'
import equipment from './equipment/german.ts'
import first from './first/german.ts'
import fitting from './fitting/german.ts'
import journal from './journal/german.ts'
import lanes from './lanes/german.ts'
import people from './people/german.ts'
import plan from './plan/german.ts'
import glossary from './shell/glossaryGerman.ts'
import shell from './shell/german.ts'
import shop from './shop/german.ts'
import supplies from './supplies/german.ts'
import surface from './surface/german.ts'
import diagnosis from './diagnosis/german.ts'
import transfers from './transfer/german.ts'
import trials from './trials/german.ts'
import backups from './backup/german.ts'
import upkeep from './upkeep/german.ts'

/** Every area's texts in German, fetched by whoever chose it. */
export const catalogue: SameWords<typeof english> = {
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

/** Beside the texts: the words of dates, and those of the controls. */
export { dates, ofControls }
