import { defineStore } from 'pinia'
import { ref } from 'vue'
import { errorText } from '../http/problem.ts'

interface Notice {
  readonly id: number
  readonly text: string
  readonly kind: 'done' | 'error'
  readonly undo?: () => Promise<unknown>
}

/** Short messages at the foot of the screen; the last one may offer to undo what it tells of. */
export const useNotices = defineStore('notices', () => {
  const current = ref<Notice | null>(null)
  let count = 0
  function done(text: string, undo?: () => Promise<unknown>): void {
    count += 1
    current.value = undo ? { id: count, text, kind: 'done', undo } : { id: count, text, kind: 'done' }
  }
  function failed(error: unknown): void {
    count += 1
    current.value = { id: count, text: errorText(error), kind: 'error' }
  }
  /** Runs an action and tells of its failure; resolves to whether it went well. */
  async function attempt(action: () => Promise<unknown>): Promise<boolean> {
    try {
      await action()
      return true
    } catch (error) {
      failed(error)
      return false
    }
  }
  return { current, done, failed, attempt }
})
