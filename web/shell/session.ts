import {
  type Ability,
  type Preferences,
  type SecondFactorAsked,
  type SessionInfo,
  abilities,
  mayAs,
} from '@sleetfall/contract'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { v4 as newId } from 'uuid'
import { get, post, put, remove, trySend } from '../http/client.ts'
import { useConnection } from '../http/connection.ts'
import { forgetAnswers, forgetDrafts } from '../http/device.ts'
import { ApiError } from '../http/problem.ts'

/** Who is signed in, and how they like to see things. */
export const useSession = defineStore('session', () => {
  const info = ref<SessionInfo | null>(null)
  const checked = ref(false)
  const user = computed(() => info.value?.user ?? null)
  const preferences = computed<Preferences>(
    () =>
      info.value?.preferences ?? {
        units: 'imperial',
        inches: 'fractions',
        theme: 'light',
        language: 'system',
      },
  )
  const metric = computed(() => preferences.value.units === 'metric')
  const may = (what: Ability) => user.value !== null && mayAs(user.value.role, abilities[what])
  const mayWork = computed(() => may('bench'))
  const isOwner = computed(() => may('shop'))

  async function check(): Promise<void> {
    try {
      info.value = await get<SessionInfo>('/session')
    } catch (error) {
      if (!(error instanceof ApiError && error.problem.code === 'not-signed-in')) throw error
      info.value = null
    } finally {
      checked.value = true
    }
  }
  function take(now: SessionInfo): void {
    info.value = now
    useConnection().signedInAgain()
  }
  /** Whether that was all: else the code of the second factor is asked for, and sent along the next time. */
  async function signIn(login: string, password: string, second?: string): Promise<boolean> {
    const answer = await post<SessionInfo | SecondFactorAsked>('/session', { login, password, second })
    if ('secondFactor' in answer) return false
    take(answer)
    return true
  }
  const enterPin = async (id: string, pin: string) => take(await post<SessionInfo>('/session/pin', { id, pin }))
  const becomeOwner = async (input: object) => take(await post<SessionInfo>('/session/owner', input))
  /** A password set with a one-time code. */
  const setByCode = (input: object) => post('/session/code', input)
  /**
   * Leaves a shared tablet to whoever comes next; what is on the screen stays behind the question who works here. Resolves to whether it
   * is left: without a network it is not, for who goes on could not sign in. Throws what the server refuses.
   */
  async function lock(): Promise<boolean> {
    try {
      if ((await trySend('POST', '/session/lock', {}, newId())) === null) return false
    } catch (error) {
      // A session that has ended is left already.
      if (!(error instanceof ApiError && error.problem.code === 'not-signed-in')) throw error
    }
    useConnection().signedOut = true
    return true
  }
  async function signOut(): Promise<void> {
    const id = info.value?.user?.id
    await remove('/session')
    await forgetAnswers()
    if (id) await forgetDrafts(id)
    // A full load forgets every record that was on the screen.
    location.assign('/')
  }
  async function prefer(change: Partial<Preferences>): Promise<void> {
    if (!info.value) return
    const before = info.value
    info.value = { ...before, preferences: { ...before.preferences, ...change } }
    try {
      await put('/session/preferences', info.value.preferences)
    } catch (error) {
      info.value = before
      throw error
    }
  }
  /** The own password; other sessions of this member end. */
  const changePassword = (present: string, next: string) => put('/session/password', { present, next })
  return {
    info,
    checked,
    user,
    preferences,
    metric,
    may,
    mayWork,
    isOwner,
    check,
    signIn,
    enterPin,
    becomeOwner,
    setByCode,
    lock,
    signOut,
    prefer,
    changePassword,
  }
})
