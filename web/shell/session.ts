import { type Ability, type Preferences, type SessionInfo, abilities, mayAs } from '@sleetfall/contract'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { get, post, put, remove } from '../http/client.ts'
import { useConnection } from '../http/connection.ts'
import { forgetAnswers } from '../http/device.ts'
import { ApiError } from '../http/problem.ts'

/** Who is signed in, and how they like to see things. */
export const useSession = defineStore('session', () => {
  const info = ref<SessionInfo | null>(null)
  const checked = ref(false)
  const user = computed(() => info.value?.user ?? null)
  const preferences = computed<Preferences>(() => info.value?.preferences ?? { units: 'imperial', theme: 'light' })
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
  async function signIn(login: string, password: string): Promise<void> {
    info.value = await post<SessionInfo>('/session', { login, password })
    useConnection().signedInAgain()
  }
  async function signOut(): Promise<void> {
    await remove('/session')
    await forgetAnswers()
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
    signOut,
    prefer,
    changePassword,
  }
})
