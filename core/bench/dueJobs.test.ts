import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { handRefresh, recipeByKey } from '../surface/recipe.ts'
import { upkeepWorks } from '../upkeep/due.ts'
import { dueJob, dueJobAtMs, dueJobState, dueTogether, jobFor } from './dueJobs.ts'
import { jobKinds, procedureFor } from './procedure.ts'
import { includesCleaning } from './proposal.ts'

const works = fc.constantFrom(...upkeepWorks)
const opens = fc.uniqueArray(fc.constantFrom(...jobKinds))
const ball = { targetGrit: null, lastRecipe: null }

describe('bench work for what is due', () => {
  test('everything due but a reading has its work, and every work a procedure', () => {
    expect(upkeepWorks.filter((work) => !(work in jobFor))).toEqual(['scan'])
    for (const work of upkeepWorks) {
      const job = dueJob(ball, work)
      if (work === 'scan') expect(job).toBeNull()
      else expect(procedureFor(job!.kind, job!.steps ?? []).length).toBeGreaterThan(0)
    }
  })

  test('a ball is brought back to what it is kept at, its last recipe where that leads there', () => {
    const last = recipeByKey('to-1000')!
    const kept = { targetGrit: 1000, lastRecipe: { recipeKey: 'to-1000', steps: last.steps } }
    expect(dueJob(kept, 'resurface')!.steps!.at(-1)!.grit).toBe(1000)
    expect(dueJob({ targetGrit: 500, lastRecipe: null }, 'resurface')!.steps!.at(-1)!.grit).toBe(500)
    expect(dueJob(kept, 'touch-up')!.steps).toEqual([handRefresh(1000)])
    // Finer than a hand makes it: the finest pad of a hand.
    expect(dueJob({ targetGrit: 4000, lastRecipe: null }, 'touch-up')!.steps).toEqual([handRefresh(3000)])
  })

  test('what waits is not put on twice; a cleaning stands back behind work that cleans', () => {
    expect(dueJobState('clean', ['clean'])).toBe('waits')
    expect(dueJobState('clean', ['resurface'])).toBe('part-of-other')
    expect(dueJobState('clean', ['refresh'])).toBe('possible')
    expect(dueJobState('scan', [])).toBe('none')
    expect(dueJobState('extract', ['resurface'])).toBe('possible')
  })

  test('together: nothing that waits, no work twice, the cleaning last and only where nothing else cleans', () => {
    fc.assert(
      fc.property(fc.uniqueArray(works), opens, (due, open) => {
        const together = dueTogether(
          due.map((work) => ({ work })),
          open,
        ).map((one) => one.work)
        expect(new Set(together).size).toBe(together.length)
        for (const work of together) expect(open).not.toContain(jobFor[work])
        if (together.includes('clean')) {
          expect(together.at(-1)).toBe('clean')
          const others = [...open, ...together.slice(0, -1).map((work) => jobFor[work]!)]
          expect(others.some((kind) => includesCleaning(kind as never))).toBe(false)
        }
      }),
    )
  })

  test('done by the day it is due, and never promised for today', () => {
    const now = Date.UTC(2031, 4, 20)
    expect(dueJobAtMs({ atMs: now - 5 * 86_400_000 }, now)).toBe(now + 86_400_000)
    expect(dueJobAtMs({ atMs: now + 9 * 86_400_000 }, now)).toBe(now + 9 * 86_400_000)
  })
})
