import { defineStore } from 'pinia'
import { ref } from 'vue'

/** Whether the server answers, and whether the session still holds. Requests wait here for either to come back. */
export const useConnection = defineStore('connection', () => {
  const away = ref(false)
  const signedOut = ref(false)
  const givenUp = ref(0)
  /** When what is on the screen was said, where the server does not answer and the device had it; null when it answers. */
  const keptAt = ref<number | null>(null)
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
  return { away, keptAt, signedOut, givenUp, untilSignedIn, signedInAgain, giveUp }
})
