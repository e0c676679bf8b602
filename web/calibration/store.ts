import type { Calibration, CalibrationEntry, Page } from '@sleetfall/contract'
import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import { useBalls } from '../balls/store.ts'
import { useCustomers } from '../customers/store.ts'
import { get, post } from '../http/client.ts'
import { useRecords } from '../http/records.ts'
import { usePatterns } from '../lanes/store.ts'

export const useCalibrations = defineStore('calibrations', () => {
  const records = useRecords<Calibration>('/calibrations')
  /** The latest fits of each ball that was asked for. */
  const past = shallowRef<ReadonlyMap<string, readonly CalibrationEntry[]>>(new Map())

  async function list(ballId: string): Promise<readonly CalibrationEntry[]> {
    const { items } = await get<Page<CalibrationEntry>>(`/calibrations?ballId=${ballId}&limit=10`)
    past.value = new Map([...past.value, [ballId, items]])
    return items
  }
  const fit = (id: string, ballId: string) => records.create({ id, ballId })
  /** Takes a fit over or undoes it; the records that it speaks of are read anew. */
  async function change(one: Calibration, what: 'take' | 'undo'): Promise<Calibration> {
    const now = records.take(await post<Calibration>(`/calibrations/${one.id}/${what}`, { version: one.version }))
    await Promise.all([
      list(one.ballId),
      useBalls().need(one.ballId, true),
      useCustomers().need(one.customerId, true),
      usePatterns().load(true),
    ])
    return now
  }
  return { ...records, past, list, fit, change }
})
