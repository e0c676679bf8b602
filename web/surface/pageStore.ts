import type { AdviceGiven, PolicyFor, SurfacePage } from '@sleetfall/contract'
import type { Complaint } from '@sleetfall/core'
import { get, put } from '../http/client.ts'

export const loadSurface = (ballId: string) => get<SurfacePage>(`/surface/${ballId}`)
export const loadAdvice = (ballId: string, complaint: Complaint | null, patternId: string | null) => {
  const query = new URLSearchParams({ ...(complaint ? { complaint } : {}), ...(patternId ? { patternId } : {}) })
  return get<AdviceGiven>(`/surface/${ballId}/advice?${query}`)
}
/** Whether the shop holds a rule of thumb. */
export const holdRule = (id: string, held: boolean) => put(`/surface/rules/${id}`, { held })
export const savePolicy = (input: PolicyFor) => put('/upkeep/policy', input)
