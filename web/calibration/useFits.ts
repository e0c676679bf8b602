import type { Calibration } from '@sleetfall/contract'
import { v4 as newId } from 'uuid'
import { type Ref, computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useBalls } from '../balls/store.ts'
import { useNotices } from '../shell/notices.ts'
import { useCalibrations } from './store.ts'

/** The fits of a ball: the one that is shown, made, taken over and undone. */
export function useFits(ballId: Ref<string>) {
  const { t } = useI18n()
  const fits = useCalibrations()
  const notices = useNotices()
  const past = computed(() => fits.past.get(ballId.value) ?? [])
  const shownId = ref<string | null>(null)
  const one = computed(() => (shownId.value === null ? undefined : fits.byId.get(shownId.value)))
  const loaded = ref(false)
  const working = ref(false)

  async function show(id: string): Promise<void> {
    shownId.value = (await fits.need(id, true)) ? id : null
  }
  /** Shows the fit that counts, else the latest. */
  async function load(): Promise<void> {
    loaded.value = false
    shownId.value = null
    await useBalls().need(ballId.value)
    await notices.attempt(() => fits.list(ballId.value))
    const first = past.value.find(({ inForce }) => inForce) ?? past.value[0]
    if (first) await show(first.id)
    loaded.value = true
  }
  async function fit(): Promise<void> {
    const [id, of] = [newId(), ballId.value]
    working.value = true
    if (await notices.attempt(() => fits.fit(id, of))) {
      shownId.value = id
      await fits.list(of)
    }
    working.value = false
  }
  async function change(of: Calibration, what: 'take' | 'undo'): Promise<void> {
    if (!(await notices.attempt(() => fits.change(of, what)))) return
    if (what === 'undo') return notices.done(t('calibration.undone'))
    notices.done(t('calibration.taken'), () => change(fits.byId.get(of.id)!, 'undo'))
  }
  return { past, one, loaded, working, shownId, load, show, fit, change }
}
