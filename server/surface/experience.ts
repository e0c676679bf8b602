import { type CoverFamily, type SurfaceConstants, type WearPrior, sharedPriors } from '@sleetfall/core'
import { LRUCache } from 'lru-cache'
import type { Db } from '../database/db.ts'
import type { Expectation } from './fits.ts'

/** A ball teaches the others from so many readings of one surface on. */
export const teachesFrom = 2
/** The latest fits of a cover that teach; more would say no more, and a shop's tables must not be read for it. */
const mostTeachers = 200

interface Teacher {
  readonly ballId: string
  readonly posterior: WearPrior
}
interface Row {
  readonly cover: CoverFamily
  readonly posteriors: readonly Teacher[]
  readonly version: number
  readonly of: string
}

/** What the shop's balls have shown of the wear of each cover. */
export interface Experience {
  /** What to expect of a ball from the other balls of its cover. */
  expectationOf(ballId: string, cover: CoverFamily): Expectation
}

type ByCover = (ballId: string) => Expectation
const taught = new LRUCache<string, ByCover>({ max: 40 })

const nothing: Expectation = { prior: undefined, ballsBehind: 0 }

/** Experience with some covers, as it was last taken up; what of it was worked out once is kept by its version. */
export async function experienceOf(
  db: Db,
  covers: readonly CoverFamily[],
  constants: SurfaceConstants,
): Promise<Experience> {
  const known = await db.many<Omit<Row, 'posteriors'>>(
    'select cover, version, current_database() as of from cover_experience where cover = any($1)',
    [covers],
  )
  const byCover = new Map<CoverFamily, ByCover>()
  for (const { cover, version, of } of known) {
    const key = JSON.stringify([of, cover, version, constants])
    let expect = taught.get(key)
    if (!expect) {
      const { posteriors } = await db.one<Row>('select posteriors from cover_experience where cover = $1', [cover])
      taught.set(key, (expect = expecting(cover, posteriors, constants)))
    }
    byCover.set(cover, expect)
  }
  return { expectationOf: (ballId, cover) => byCover.get(cover)?.(ballId) ?? nothing }
}

function expecting(cover: CoverFamily, teachers: readonly Teacher[], constants: SurfaceConstants): ByCover {
  const places = new Map(teachers.map(({ ballId }, place) => [ballId, place]))
  const of = sharedPriors(
    cover,
    teachers.map((one) => one.posterior),
    constants,
  )
  return (ballId) => {
    const place = places.get(ballId)
    const ballsBehind = places.size - (place === undefined ? 0 : 1)
    return ballsBehind === 0 ? nothing : { prior: of(place), ballsBehind }
  }
}

/**
 * Counts a fit that came, changed or went, and takes the cover's experience up anew when enough did: at first with each, later when a
 * quarter of it has changed, so that one reading in a large shop does not set every other ball moving.
 */
export async function teach(db: Db, cover: CoverFamily): Promise<void> {
  const { changes, teachers } = await db.one<{ changes: number; teachers: number }>(
    `insert into cover_experience (cover, changes) values ($1, 1)
     on conflict (cover) do update set changes = cover_experience.changes + 1
     returning changes, jsonb_array_length(posteriors) as teachers`,
    [cover],
  )
  if (changes < Math.max(1, Math.floor(teachers / 4))) return
  await db.run(
    `update cover_experience set changes = 0, posteriors = (
       select coalesce(jsonb_agg(jsonb_build_object('ballId', ball_id, 'posterior', answer -> 'posterior') order by ball_id), '[]')
       from (select ball_id, answer from wear_fit where kind = 'own' and cover = $1 order by updated_at desc, ball_id limit $2) latest)
     where cover = $1`,
    [cover, mostTeachers],
  )
}
