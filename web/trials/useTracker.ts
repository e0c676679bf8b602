import { type ReadTracked, type TrackedFigures, type TrackedShot, limits, readTracked } from '@sleetfall/core'
import { useIntervalFn } from '@vueuse/core'
import { onScopeDispose, ref } from 'vue'
import { useDevices } from '../equipment/store.ts'

/** How often a tracker is looked for while none is connected. */
const lookAgainMs = 10_000
/** Nothing came for so long after a throw: it is lost. */
const lostAfterMs = 3000
/** What a tracker measures is noted to half a board, a foot and a tenth, as a person would. */
const halves = (value: number) => Math.round(2 * value) / 2
const tenths = (value: number) => Math.round(10 * value) / 10
/** A ball at the very edge lies on the first or the last board: below it there is none to be noted. */
const onLane = (board: number) => Math.min(limits.board.max, Math.max(limits.board.min, halves(board)))
export const noted = (figures: TrackedFigures) => ({
  speedMph: tenths(figures.speedMph),
  arrowsBoard: onLane(figures.arrowsBoard),
  entryBoard: halves(figures.entryBoard),
  entryAngleDeg: tenths(figures.entryAngleDeg),
  breakpointBoard: onLane(figures.breakpointBoard),
  breakpointFt: Math.round(figures.breakpointFt),
  path: figures.path,
  firstReadFt: figures.firstReadFt === null ? null : Math.round(figures.firstReadFt),
})

/** What an earlier shot filled in does not stay for one that the tracker did not see; where it was aimed stays. */
export const nothingSeen = {
  ...{ speedMph: null, entryBoard: null, entryAngleDeg: null, breakpointBoard: null, breakpointFt: null },
  ...{ arrowsBoard: null, firstReadFt: null, path: null },
}
type Seen = 'waits' | 'filled' | 'lost' | 'silent' | { readonly garbled: Extract<ReadTracked, { ok: false }>['why'] }

/** Shots as the lane tracker sends them, handed to the entry; a garbled or lost one is said, and typed in. */
export function useTracker(fill: (figures: ReturnType<typeof noted> | typeof nothingSeen) => void) {
  const devices = useDevices()
  const connected = ref(false)
  const seen = ref<Seen>('waits')
  let source: EventSource | null = null
  let lost: ReturnType<typeof setTimeout> | undefined
  function read(data: string): ReadTracked {
    try {
      return readTracked(JSON.parse(data) as TrackedShot)
    } catch {
      return { ok: false, why: 'no-path' }
    }
  }
  function listen(): void {
    source = new EventSource('/api/devices/tracker/stream')
    source.onmessage = ({ data }: MessageEvent<string>) => {
      clearTimeout(lost)
      const shot = read(data)
      seen.value = shot.ok ? 'filled' : { garbled: shot.why }
      fill(shot.ok ? noted(shot.figures) : nothingSeen)
    }
    source.onerror = () => (seen.value = 'silent')
  }
  /** One that is connected while somebody is at the lane, or whose answer was lost, is found as well. */
  async function look(): Promise<void> {
    const reached = await devices.load().then(
      () => true,
      () => false,
    )
    if (!reached || connected.value || devices.of('tracker')?.connected !== true) return
    connected.value = true
    pause()
    listen()
  }
  const { pause } = useIntervalFn(look, lookAgainMs, { immediateCallback: true })
  onScopeDispose(() => {
    clearTimeout(lost)
    source?.close()
  })
  async function throwBall(thrown: Parameters<typeof devices.throwBall>[0]): Promise<void> {
    clearTimeout(lost)
    seen.value = 'waits'
    lost = setTimeout(() => {
      seen.value = 'lost'
      fill(nothingSeen)
    }, lostAfterMs)
    await devices.throwBall(thrown)
  }
  return { connected, seen, throwBall }
}
