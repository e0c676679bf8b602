import type { DiagnosisEdit, DiagnosisInput, StoredDiagnosis } from '@sleetfall/contract'
import { defineStore } from 'pinia'
import { remove } from '../http/client.ts'
import { useRecords } from '../http/records.ts'

export const useDiagnoses = defineStore('diagnoses', () => {
  const records = useRecords<StoredDiagnosis>('/diagnoses')
  const begin = (input: DiagnosisInput) => records.create(input)
  /** Changes a part of a case; what is not named stays. */
  function change(one: StoredDiagnosis, part: Partial<DiagnosisEdit>): Promise<StoredDiagnosis> {
    const { signs, absent, done, gamesSinceOiling, observation, pending, cause, version } = one
    return records.update(one.id, {
      ...{ signs, absent, done, gamesSinceOiling, observation, pending, cause, version },
      ...part,
    })
  }
  async function erase(id: string): Promise<void> {
    await remove(`/diagnoses/${id}`)
    records.drop(id)
  }
  return { ...records, begin, change, erase }
})
