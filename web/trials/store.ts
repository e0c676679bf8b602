import type { Foretold, Page, ShotCorrection, Trial, TrialArm, TrialEdit, VerdictInput } from '@sleetfall/contract'
import { defineStore } from 'pinia'
import { get, post, put, remove } from '../http/client.ts'
import { useRecords } from '../http/records.ts'
import { queryOf } from '../http/usePage.ts'

export const useTrials = defineStore('trials', () => {
  const trials = useRecords<Trial>('/trials')
  const setAside = async (trialId: string, shot: { id: string; version: number }, reason: string | null) =>
    trials.take(await put<Trial>(`/trials/${trialId}/shots/${shot.id}/set-aside`, { version: shot.version, reason }))
  const correct = async (trialId: string, shotId: string, seen: ShotCorrection) =>
    trials.take(await put<Trial>(`/trials/${trialId}/shots/${shotId}`, seen))
  const removeShot = async (trialId: string, shotId: string) =>
    trials.take(await remove<Trial>(`/trials/${trialId}/shots/${shotId}`))
  const edit = async (id: string, input: TrialEdit) => trials.take(await put<Trial>(`/trials/${id}`, input))
  const freezeArm = async (trial: Trial, { arm, version }: TrialArm) =>
    trials.take(await post<Trial>(`/trials/${trial.id}/arms/${arm}/surface`, { version }))
  const foretell = async ({ id, version }: Trial, foretold: readonly Foretold[]) =>
    trials.take(await put<Trial>(`/trials/${id}/foretold`, { version, foretold }))
  const giveVerdict = async (trialId: string, input: VerdictInput) =>
    trials.take(await post<Trial>(`/trials/${trialId}/verdicts`, input))
  const reveal = async ({ id, version }: Trial) => trials.take(await post<Trial>(`/trials/${id}/reveal`, { version }))
  /** A ball's or a customer's latest trials. */
  async function about(whose: { ballId?: string; customerId?: string }): Promise<readonly Trial[]> {
    const { items } = await get<Page<Trial>>(`/trials?${queryOf({ ...whose, limit: 60 })}`)
    trials.adopt(items)
    return items
  }
  return { ...trials, about, setAside, correct, removeShot, edit, freezeArm, foretell, giveVerdict, reveal }
})
