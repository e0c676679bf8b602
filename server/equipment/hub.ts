import { type BathState, type Device, type DeviceKind, said } from '@sleetfall/contract'
import { EventSource } from 'eventsource'
import { ProblemError } from '../http/errors.ts'

/** The shop's devices as the server reaches them: commands by HTTP, the bath's temperatures as a stream. */
export interface DeviceHub {
  /** Follows the shop's settings: which devices are wanted. */
  follow(devices: readonly Pick<Device, 'kind' | 'connected'>[]): void
  answers(kind: DeviceKind): Promise<boolean>
  lastBath(): BathState | null
  onBath(listener: (state: BathState | null) => void): () => void
  /** Shots of the lane tracker, as it sends them; ends with the returned function. */
  onTracked(listener: (data: string) => void): () => void
  command<T>(method: 'POST' | 'PUT', path: string, body: unknown): Promise<T>
  close(): void
}

const silentAfterMs = 6000
const tryAgainMs = 2000
const answerWithinMs = 3000

/** Without an address there are no devices: every command says so. */
export function openDevices(address: string | undefined): DeviceHub {
  const listeners = new Set<(state: BathState | null) => void>()
  let source: EventSource | null = null
  let last: BathState | null = null
  let silence: ReturnType<typeof setTimeout> | undefined
  let retry: ReturnType<typeof setTimeout> | undefined

  const tell = (state: BathState | null) => {
    last = state
    for (const listener of listeners) listener(state)
  }
  function listen(): void {
    if (source || address === undefined) return
    source = new EventSource(`${address}/bath/stream`)
    source.onmessage = ({ data }: { data: string }) => {
      clearTimeout(silence)
      silence = setTimeout(() => tell(null), silentAfterMs)
      tell(JSON.parse(data) as BathState)
    }
    const own = source
    source.onerror = () => {
      tell(null)
      // After an answer that is no stream it would not try again by itself.
      if (own.readyState !== EventSource.CLOSED || source !== own) return
      source = null
      retry = setTimeout(listen, tryAgainMs)
    }
  }
  function hang(): void {
    clearTimeout(silence)
    clearTimeout(retry)
    source?.close()
    source = null
    tell(null)
  }
  async function command<T>(method: 'POST' | 'PUT' | 'GET', path: string, body?: unknown): Promise<T> {
    if (address === undefined) throw unreachable()
    const response = await fetch(`${address}${path}`, {
      method,
      signal: AbortSignal.timeout(answerWithinMs),
      ...(body === undefined ? {} : { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }),
    }).catch(() => null)
    if (!response?.ok) throw unreachable()
    return (await response.json()) as T
  }
  return {
    follow(devices) {
      if (devices.some((device) => device.kind === 'bath' && device.connected)) listen()
      else hang()
    },
    answers: (kind) =>
      command('GET', `/${kind}`).then(
        () => true,
        () => false,
      ),
    lastBath: () => last,
    onTracked(listener) {
      if (address === undefined) return () => {}
      const tracked = new EventSource(`${address}/tracker/stream`)
      tracked.onmessage = ({ data }: { data: string }) => listener(data)
      return () => tracked.close()
    },
    onBath(listener) {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    command,
    close: hang,
  }
}

const unreachable = () => new ProblemError(503, 'unavailable', said('refused.deviceSilent'))
