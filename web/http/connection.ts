import { defineStore } from 'pinia'
import type { Said } from '@sleetfall/contract'
import { type Ref, ref } from 'vue'

/** Longer than what is computed for a page takes; until then its own signs of work are enough. */
const slowMs = 8000

/** Whether the server answers, and whether the session still holds. Requests wait here for either to come back. */
export const useConnection = defineStore('connection', () => {
  const away = ref(false)
  /** What the server says of why it cannot; null when it says nothing. */
  const awayBecause: Ref<Said | null> = ref(null)
  const signedOut = ref(false)
  const givenUp = ref(0)
  /** When what is on the screen was said, where the server does not answer and the device had it; null when it answers. */
  const keptAt = ref<number | null>(null)
  /** How many requests the server has not answered for seconds. */
  const slow = ref(0)
  const waitingForSignIn: (() => void)[] = []

  function untilSignedIn(): Promise<void> {
    signedOut.value = true
    return new Promise((resolve) => waitingForSignIn.push(resolve))
  }
  function signedInAgain(): void {
    signedOut.value = false
    for (const resolve of waitingForSignIn.splice(0)) resolve()
  }
  function giveUp(): void {
    givenUp.value += 1
    away.value = false
  }
  /** Notes a request that begins; one that takes long counts as such until it ends. */
  function takingLong() {
    let counted = false
    const timer = setTimeout(() => {
      counted = true
      slow.value += 1
    }, slowMs)
    return {
      end: () => {
        clearTimeout(timer)
        if (counted) slow.value -= 1
      },
    }
  }
  return { away, awayBecause, slow, takingLong, keptAt, signedOut, givenUp, untilSignedIn, signedInAgain, giveUp }
})
