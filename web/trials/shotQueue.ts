import type { StoredShot, Trial, TrialShotInput } from '@sleetfall/contract'
import { useBroadcastChannel, useEventListener, useIntervalFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { v4 as newId } from 'uuid'
import { computed, ref, shallowRef, watch } from 'vue'
import { trySend } from '../http/client.ts'
import { dropWrite, keepWrite, keptWrites } from '../http/device.ts'
import { ApiError, errorText } from '../http/problem.ts'
import { takeFormerQueue } from './formerQueue.ts'
import { useTrials } from './store.ts'

/** What is to be done with a shot; set aside needs the version that was seen. */
type Change =
  | { readonly kind: 'shot'; readonly shot: TrialShotInput }
  | { readonly kind: 'aside'; readonly reason: string | null; readonly version: number }
  | { readonly kind: 'remove' }
/** A change that the device keeps until the server has it. */
export type WaitingWrite = Change & {
  readonly trialId: string
  readonly shotId: string
  /** The write's own id: sent again it takes effect once. */
  readonly writeId: string
  readonly order: number
  /** It was sent once and nobody answered: the server may have it. */
  readonly tried?: boolean
  /** Why the server did not take it, when it was asked. */
  readonly refused: string | null
}
export type WaitingShot = WaitingWrite & { readonly kind: 'shot' }

const againMs = 4000

/**
 * Shots, and what is done with them, as typed at the lane: kept on the device over reload and closed tabs, and sent in their order, each once,
 * when the server answers. One tab at a time sends.
 */
export const useShotQueue = defineStore('shotQueue', () => {
  const trials = useTrials()
  const waiting = shallowRef<readonly WaitingWrite[]>([])
  /** What the device kept has been read. */
  const loaded = ref(false)
  /** The device keeps nothing, such as in a private window: closing the page would lose them. */
  const unkept = ref(false)
  /** Which writes lie on the device by now; one that was only begun would be lost with the page. */
  const laid = shallowRef<ReadonlySet<string>>(new Set())
  /** The last try found no server. */
  const away = ref(false)
  const unsent = computed(() => waiting.value.filter((one) => one.refused === null))
  const ofTrial = (trialId: string) => waiting.value.filter((one) => one.trialId === trialId)
  /** Shots of a trial that wait. */
  const of = (trialId: string) => ofTrial(trialId).filter((one): one is WaitingShot => one.kind === 'shot')
  /** How many shots of a trial lie on the device: fewer than wait while one is still being written there. */
  const keptOf = (trialId: string) => of(trialId).filter(({ writeId }) => laid.value.has(writeId)).length
  /** A trial as it is once everything that waits is done: what a screen reckons with. Done twice it is the same. */
  function applied(trial: Trial): Trial {
    const changes = ofTrial(trial.id).filter((one) => one.refused === null)
    if (changes.length === 0) return trial
    let shots: readonly StoredShot[] = trial.shots
    for (const one of changes)
      if (one.kind === 'remove') shots = shots.filter(({ id }) => id !== one.shotId)
      else if (one.kind === 'aside')
        shots = shots.map((shot) => (shot.id === one.shotId ? { ...shot, setAsideReason: one.reason } : shot))
      else if (!shots.some(({ id }) => id === one.shotId)) {
        const sequence = (shots.at(-1)?.sequence ?? 0) + 1
        const own = { trialId: trial.id, sequence, setAsideReason: null, version: 1 }
        shots = [...shots, { ...one.shot, ...own, createdAt: one.shot.thrownAt, updatedAt: one.shot.thrownAt }]
      }
    return { ...trial, shots }
  }

  // Tabs of one device tell each other.
  const {
    isSupported: mayTell,
    post: tell,
    data: told,
  } = useBroadcastChannel<string, string>({ name: 'sleetfall-shots' })
  watch(told, () => void read())
  /** What is written to the device, one after the other. */
  let written: Promise<unknown> = Promise.resolve()
  function keep(work: () => PromiseLike<unknown>): void {
    written = written
      .then(work)
      // Another word each time: the same one again would not be heard.
      .then(() => mayTell.value && tell(newId()))
      .catch(() => (unkept.value = true))
  }
  async function read(): Promise<void> {
    try {
      let before: Promise<unknown>
      let kept: readonly WaitingWrite[]
      // What is added while the device answers is not in its answer yet.
      do {
        before = written
        await before
        kept = (await keptWrites()) as unknown as WaitingWrite[]
      } while (before !== written)
      waiting.value = kept
      laid.value = new Set(waiting.value.map(({ writeId }) => writeId))
    } catch {
      unkept.value = true
    }
  }
  async function open(): Promise<void> {
    await read()
    for (const former of takeFormerQueue())
      append(former.trialId, former.shot.id, { kind: 'shot', shot: former.shot }, former.writeId)
    loaded.value = true
    void send()
  }
  let opened: Promise<void> | null = null
  /** Reads what the device kept, once. */
  const ready = () => (opened ??= open())

  const pathOf = ({ trialId, shotId, kind }: WaitingWrite) =>
    kind === 'shot'
      ? `/trials/${trialId}/shots`
      : `/trials/${trialId}/shots/${shotId}${kind === 'aside' ? '/set-aside' : ''}`
  const ask = (one: WaitingWrite) =>
    one.kind === 'shot'
      ? trySend<Trial>('POST', pathOf(one), one.shot, one.writeId)
      : one.kind === 'aside'
        ? trySend<Trial>('PUT', pathOf(one), { version: one.version, reason: one.reason }, one.writeId)
        : trySend<Trial>('DELETE', pathOf(one), undefined, one.writeId)
  function replace(writeId: string, change: WaitingWrite | null): void {
    waiting.value = waiting.value.flatMap((one) => (one.writeId === writeId ? (change ? [change] : []) : [one]))
    keep(() => (change ? keepWrite(change) : dropWrite(writeId)))
  }

  /** The write that is on its way right now, and when its try is over. */
  let onItsWay: { readonly shotId: string; readonly over: Promise<unknown> } | null = null
  async function sendAll(): Promise<void> {
    for (let next = unsent.value[0]; next; next = unsent.value[0]) {
      const one = next
      try {
        const sent = ask(one)
        onItsWay = { shotId: one.shotId, over: sent.catch(() => null) }
        const trial = await sent
        away.value = trial === null
        if (trial === null) {
          if (!one.tried) replace(one.writeId, { ...one, tried: true })
          return
        }
        trials.take(trial)
        replace(one.writeId, null)
      } catch (error) {
        if (!(error instanceof ApiError)) throw error
        // Signed out, or asked too often: it waits. Anything else is the shot's own trouble and is shown.
        if (error.problem.status === 401 || error.problem.status === 429) return
        // What was to be taken out and is not there is what was wanted.
        const gone = one.kind === 'remove' && error.problem.status === 404
        replace(one.writeId, gone ? null : { ...one, refused: errorText(error) })
        // Somebody else may have changed it: what stands now is shown beside what was refused.
        if (error.problem.status === 409) void trials.need(one.trialId, true)
      } finally {
        onItsWay = null
      }
    }
  }
  let sending = false
  /** Somebody wanted to send while that was going on. */
  let wanted = false
  async function send(): Promise<void> {
    wanted = true
    if (sending) return
    sending = true
    const locks = (globalThis as { navigator?: Partial<Navigator> }).navigator?.locks
    try {
      while (wanted && unsent.value.length > 0) {
        wanted = false
        // Where two tabs are open, the other one may be at it.
        if (locks)
          await locks.request('sleetfall-shots', { ifAvailable: true }, (lock) => (lock ? sendAll() : undefined))
        else await sendAll()
      }
    } finally {
      sending = false
    }
  }

  let lastOrder = 0
  function append(trialId: string, shotId: string, change: Change, writeId = newId()): void {
    lastOrder = Math.max(lastOrder + 1, Date.now(), (waiting.value.at(-1)?.order ?? 0) + 1)
    // A copy without the reactive shell of the form it comes from, which IndexedDB does not take: neither now nor when it was tried.
    const one = JSON.parse(
      JSON.stringify({ ...change, trialId, shotId, writeId, order: lastOrder, refused: null }),
    ) as WaitingWrite
    waiting.value = [...waiting.value, one]
    keep(async () => {
      await keepWrite(one)
      laid.value = new Set([...laid.value, one.writeId])
    })
  }
  function add(trialId: string, shot: TrialShotInput): void {
    append(trialId, shot.id, { kind: 'shot', shot })
    void send()
  }
  /** Sets a shot aside, or counts it again; one that was never sent is known by its first version. */
  function setAside(trialId: string, shotId: string, reason: string | null): void {
    const version = trials.byId.get(trialId)?.shots.find((one) => one.id === shotId)?.version ?? 1
    append(trialId, shotId, { kind: 'aside', reason: reason === '' ? null : reason, version })
    void send()
  }
  /**
   * Takes a shot out. One that was never sent leaves the device and was never anywhere; one that is on its way is waited for first, and where nobody
   * answered the server is asked to take it out, in case it has it.
   */
  async function takeOut(trialId: string, shotId: string): Promise<void> {
    if (onItsWay?.shotId === shotId) await onItsWay.over
    const own = waiting.value.filter((one) => one.shotId === shotId)
    const shot = own.find(({ kind }) => kind === 'shot')
    for (const { writeId } of own) replace(writeId, null)
    if (shot && (shot.refused !== null || !shot.tried)) return
    append(trialId, shotId, { kind: 'remove' })
    void send()
  }
  /** Gives a refused change up. */
  const drop = (writeId: string) => replace(writeId, null)
  /** Everything that was written so far lies on the device. */
  const settled = () => written

  useEventListener(window, 'online', () => void send())
  useIntervalFn(() => void send(), againMs)
  useEventListener(window, 'beforeunload', (event: BeforeUnloadEvent) => {
    if (unsent.value.some(({ writeId }) => unkept.value || !laid.value.has(writeId))) event.preventDefault()
  })
  return {
    ...{ waiting, unsent, away, unkept, loaded, of, ofTrial, keptOf, applied },
    ...{ ready, add, setAside, takeOut, drop, send, settled },
  }
})
