import {
  type Ball,
  type Customer,
  type MapLine,
  type MapMessage,
  type Pattern,
  type Problem,
  mapLineOf,
} from '@sleetfall/contract'
import { type MapPlace, type Spread, mapTasks, usualPhases } from '@sleetfall/core'
import { ApiError } from '../http/problem.ts'
import { textOf } from '../i18n.ts'
import { motionPool, priorities } from '../workers/motion.ts'

export interface MapWork {
  readonly customer: Customer
  readonly balls: readonly Ball[]
  readonly surfaces: readonly string[]
  readonly patterns: readonly Pattern[]
  readonly spread: Spread
  readonly signal: AbortSignal
  readonly onPlaces: (places: readonly MapPlace[]) => void
  readonly onCell: (index: number, line: MapLine | null) => void
}

/** The map in this device's workers: what is on the balls now, on the fresh lane, comes first. */
export async function mapHere({
  customer,
  balls,
  surfaces,
  patterns,
  spread,
  signal,
  onPlaces,
  onCell,
}: MapWork): Promise<void> {
  const { playable } = customer
  const { places, tasks } = mapTasks({
    bowler: customer,
    playable,
    balls,
    surfaces,
    patterns,
    phases: usualPhases,
    spread,
  })
  onPlaces(places)
  await motionPool.runAll(tasks, {
    signal,
    priorityOf: (index) => {
      const { surface, shots } = places[index]!
      return priorities.ahead + (surface === 'now' ? 2 : 0) + (shots === 0 ? 1 : 0)
    },
    onAnswer: ({ index, answer }) => onCell(index, mapLineOf(answer)),
  })
}

/** The same map from the shop's server, as its threads find it. */
export async function mapOnServer({ customer, surfaces, patterns, signal, onPlaces, onCell }: MapWork): Promise<void> {
  const query = new URLSearchParams({
    patterns: patterns.map((pattern) => pattern.id).join(','),
    surfaces: surfaces.join(','),
  })
  const response = await fetch(`/api/reaction-map/${customer.id}?${query}`, { signal })
  if (!response.ok || !response.body) throw new ApiError((await response.json()) as Problem)
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader()
  let rest = ''
  for (;;) {
    const { done, value } = await reader.read()
    if (done) break
    const rows = (rest + value).split('\n')
    rest = rows.pop()!
    for (const row of rows) {
      const message = JSON.parse(row) as MapMessage
      if ('places' in message) onPlaces(message.places)
      else if ('failed' in message) throw new Error(textOf(message.failed))
      else onCell(message.index, message.line)
    }
  }
}
