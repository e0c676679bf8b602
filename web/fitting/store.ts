import type { GripSheet, NamedLayout, StockBall } from '@sleetfall/contract'
import { defineStore } from 'pinia'
import { get, post, remove } from '../http/client.ts'
import { useCollection } from '../http/collection.ts'

export const useLayouts = defineStore('layouts', () => {
  const layouts = useCollection<NamedLayout>('/layouts')
  async function drop(id: string) {
    await remove(`/layouts/${id}`)
    await layouts.load(true)
  }
  return { ...layouts, drop }
})
export const useStock = defineStore('stock', () => useCollection<StockBall>('/stock'))
export const sheetsOf = (customerId: string) => get<GripSheet[]>(`/grip-sheets/${customerId}`)
export const saveSheet = (sheet: object) => post<GripSheet>('/grip-sheets', sheet)
