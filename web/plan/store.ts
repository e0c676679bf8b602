import type {
  BenchPerson,
  BenchPersonInput,
  BenchPlan,
  BenchStation,
  BenchStationInput,
  PlanSlot,
} from '@sleetfall/contract'
import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import { useBench } from '../bench/store.ts'
import { get, post, put } from '../http/client.ts'
import { errorText } from '../http/problem.ts'

/** The bench's plan as the server has it. */
export const usePlan = defineStore('plan', () => {
  const bench = useBench()
  const plan = shallowRef<BenchPlan | null>(null)
  const error = ref<string | null>(null)

  async function load(): Promise<void> {
    try {
      plan.value = await get<BenchPlan>('/plan')
      error.value = null
    } catch (problem) {
      error.value = errorText(problem)
    }
  }
  /** The question for a new plan: with what steps take by all that is known now. */
  const fresh = () => get<BenchPlan>('/plan/anew')
  async function take(version: number, slots: readonly PlanSlot[]): Promise<void> {
    plan.value = await post<BenchPlan>('/plan', { version, slots })
  }
  async function saveStation(input: BenchStationInput, version: number | null): Promise<void> {
    if (version === null) await post<BenchStation>('/plan/stations', input)
    else await put<BenchStation>(`/plan/stations/${input.id}`, { ...input, version })
    await load()
    // Its name stands at the foot of every screen.
    await bench.loadStrip().catch(() => null)
  }
  async function savePerson(id: string, input: BenchPersonInput): Promise<void> {
    await put<BenchPerson>(`/plan/people/${id}`, input)
    await load()
  }
  return { plan, error, load, fresh, take, saveStation, savePerson }
})
