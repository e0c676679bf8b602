import type { DiagnosisEdit, DiagnosisInput, StoredDiagnosis } from '@sleetfall/contract'
import { defineStore } from 'pinia'
import { useChanges } from '../http/changes.ts'
import { put, remove } from '../http/client.ts'
import { useRecords } from '../http/records.ts'

export const useDiagnoses = defineStore('diagnoses', () => {
  const records = useRecords<StoredDiagnosis>('/diagnoses')
  const begin = (input: DiagnosisInput) => records.create(input)
  const ofCase = ({ signs, absent, done, gamesSinceOiling, observation, pending, cause }: StoredDiagnosis) => ({
    ...{ signs, absent, done, gamesSinceOiling, observation, pending, cause },
  })
  const send = useChanges<StoredDiagnosis>(
    (id) => records.byId.value.get(id),
    records.take,
    ofCase,
    (one) => put(`/diagnoses/${one.id}`, { ...ofCase(one), version: one.version }),
  )
  /** Changes a part of a case; what is not named stays. It stands at once, what it may be when the server has ranked it. Refused, the case is read anew. */
  const change = (one: StoredDiagnosis, part: Partial<Omit<DiagnosisEdit, 'version'>>): Promise<StoredDiagnosis> =>
    send(one, () => part).catch(async (problem: unknown) => {
      await records.need(one.id, true)
      throw problem
    })
  async function erase(id: string): Promise<void> {
    await remove(`/diagnoses/${id}`)
    records.drop(id)
  }
  return { ...records, begin, change, erase }
})
