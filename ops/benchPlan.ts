import { performance } from 'node:perf_hooks'
import {
  type JobKind,
  type ScheduleJob,
  type ScheduleQuestion,
  procedureFor,
  promiseOf,
  recipeByKey,
  recipeKinds,
  scheduleOf,
  worksOf,
} from '@sleetfall/core'
import { jobShop, knownJobShops } from '../core/test/jobShops.ts'

const day = 1440
/** Ten to six with a break, for so many days. */
const there = Array.from({ length: 14 }, (_, at) => [
  { from: at * day + 600, to: at * day + 780 },
  { from: at * day + 820, to: at * day + 1080 },
]).flat()

function jobOf(at: number, kind: JobKind, due: number): ScheduleJob {
  const steps = recipeKinds.includes(kind) ? recipeByKey('to-2000')!.steps : []
  const procedure = procedureFor(kind, steps).map((step) => ({ ...step, startedAt: null, doneAt: null, measured: {} }))
  const operations = worksOf({ id: `${at}`, kind, procedure }, 600).map(({ operation }) => operation)
  return { id: `job ${at}`, release: 600, due, weight: 1 + (at % 2), operations }
}

/** A bench with two spinners, a bath, two people and so many jobs; promises of the same day for the first half of them. */
export function benchOf(jobs: number): ScheduleQuestion {
  const kinds: readonly JobKind[] = ['resurface', 'resurface', 'extract', 'clean', 'resurface', 'bath']
  const station = (id: string, kind: string, many = false) => ({
    id,
    kind,
    many,
    open: null,
    setupMinutes: kind === 'spinner' ? 2 : 0,
    pad: null,
  })
  return {
    now: 600,
    horizon: 14 * day,
    stations: [
      station('intake', 'intake', true),
      station('one', 'spinner'),
      station('two', 'spinner'),
      station('bath', 'bath'),
      station('rack', 'dry-rack', true),
    ],
    people: ['ann', 'bo'].map((id) => ({ id, there, skills: null })),
    jobs: Array.from({ length: jobs }, (_, at) =>
      jobOf(at, kinds[at % kinds.length]!, 1080 + (at % 2 === 0 ? 0 : 2 * day)),
    ),
    nights: there.filter((_, at) => at % 2 === 1).map(({ to }) => to),
  }
}

/** Job shops of the literature, where people, hours and waits are off: how far over the known optimum a plan of this length is. */
function shopFigures(row: (name: string, value: string) => void): void {
  const clock = () => performance.now()
  const over = knownJobShops.map(([time, machine, optimum]) => {
    const { cost } = scheduleOf(jobShop(15, 15, time, machine), { clock, milliseconds: 9000 })
    return 100 * (cost.late / optimum - 1)
  })
  const [mean, worst] = [over.reduce((sum, one) => sum + one, 0) / over.length, Math.max(...over)]
  row(
    `${over.length} job shops of 225 operations`,
    `${mean.toFixed(1)} % over the optimum, at most ${worst.toFixed(1)} %`,
  )
}

/** A day's plan and a promise, as the screens ask for them. */
export function planFigures(row: (name: string, value: string) => void): void {
  const clock = () => performance.now()
  for (const jobs of [8, 20, 60, 300]) {
    const question = benchOf(jobs)
    const operations = question.jobs.reduce((total, job) => total + job.operations.length, 0)
    const began = clock()
    const schedule = scheduleOf(question, { clock, milliseconds: 9000 })
    const took = ((clock() - began) / 1000).toFixed(2)
    const told = `${took} s, ${schedule.optimal ? 'proved' : `${schedule.cost.late} late (none below ${schedule.lateBound})`}, ${schedule.cost.nights} nights (${schedule.nightsBound})`
    row(`plan of ${jobs} jobs, ${operations} operations`, told)
    const asked = clock()
    const { asItStands, ifMoved } = promiseOf(
      question,
      schedule.slots,
      [jobOf(900, 'resurface', 1080), jobOf(901, 'extract', 1080 + day)],
      { clock, milliseconds: 250 },
    )
    row(
      '  two balls promised into it',
      `${Math.round(clock() - asked)} ms, ${asItStands.promised.filter((one) => one.kept).length} kept as it stands${ifMoved ? ', moving asked too' : ''}`,
    )
  }
  shopFigures(row)
}
