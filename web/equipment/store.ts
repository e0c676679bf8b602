import type { BathState, Device, DeviceKind, ScanReading } from '@sleetfall/contract'
import type { ScanSpot } from '@sleetfall/core'
import { defineStore } from 'pinia'
import { onScopeDispose, ref, shallowRef } from 'vue'
import { get, post, put } from '../http/client.ts'

/** The shop's devices: which are connected, and commands to them. */
export const useDevices = defineStore('devices', () => {
  const items = shallowRef<readonly Device[]>([])
  const loaded = ref(false)
  async function load(): Promise<void> {
    items.value = await get<Device[]>('/devices')
    loaded.value = true
  }
  const of = (kind: DeviceKind) => items.value.find((one) => one.kind === kind)
  async function set(kind: DeviceKind, connected: boolean, noise: number): Promise<void> {
    await put<Device>(`/devices/${kind}`, { connected, noise })
    await load()
  }
  const read = (ballId: string, spot: ScanSpot) => post<ScanReading>('/devices/scanner/read', { ballId, spot })
  /** A throw before the tracker's stand-in; what it saw comes by its stream. */
  const throwBall = (thrown: { trialId: string; arm: number; feetBoard: number; targetBoard: number }) =>
    post('/devices/tracker/throw', thrown)
  const setBath = (settings: { setPointC?: number; fault?: string }) => put('/devices/bath/settings', settings)
  return { items, loaded, load, of, set, read, throwBall, setBath }
})

/** The bath's temperature as it comes; null while it is silent. Ends with the component that asked. */
export function useBath() {
  const state = shallowRef<BathState | null>(null)
  const source = new EventSource('/api/devices/bath/stream')
  source.onmessage = ({ data }) => (state.value = JSON.parse(data) as BathState | null)
  source.onerror = () => (state.value = null)
  onScopeDispose(() => source.close())
  return state
}
