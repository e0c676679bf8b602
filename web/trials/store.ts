import type { ShotInput, Trial } from '@sleetfall/contract'
import { defineStore } from 'pinia'
import { post, put } from '../http/client.ts'
import { useCollection } from '../http/collection.ts'

export const useTrials = defineStore('trials', () => {
  const trials = useCollection<Trial>('/trials')
  const addShot = async (trialId: string, shot: ShotInput) =>
    trials.take(await post<Trial>(`/trials/${trialId}/shots`, shot))
  const setAside = async (trialId: string, shot: { id: string; version: number }, reason: string | null) =>
    trials.take(await put<Trial>(`/trials/${trialId}/shots/${shot.id}/set-aside`, { version: shot.version, reason }))
  const freezeVariant = async (trial: Trial) =>
    trials.take(await post<Trial>(`/trials/${trial.id}/variant-surface`, { version: trial.version }))
  return { ...trials, addShot, setAside, freezeVariant }
})
