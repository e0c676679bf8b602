import { watchDebounced } from '@vueuse/core'
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { keepDraft, keptDraft } from '../http/device.ts'
import { useSession } from '../shell/session.ts'
import type { FormState } from './useForm.ts'

/** What a form keeps beside its values: read to be kept, and put back. */
export interface Beside {
  /** Null while nothing of it was typed. */
  readonly read: () => unknown
  readonly put: (value: never) => void
}

interface Options {
  readonly beside?: Beside | undefined
  /** Values that the form works out of what is not kept. */
  readonly without?: readonly string[] | undefined
}

/**
 * Keeps what is typed into a form on the device until it is saved or thrown away: a tab that dies, a battery that is empty or a reload takes
 * nothing with it. Opened again by the same member, the form has it back. Without a name nothing is kept: a form with a password has none.
 */
export function useDraft(form: FormState, name: string | undefined, options: Options = {}) {
  const { beside, without = [] } = options
  const { user } = useSession()
  const key = name && user ? `${user.id} ${name}` : null
  /** When what was put back had been typed; null when nothing was. */
  const keptAt = ref<number | null>(null)
  let thrownAway = false
  let looked = false
  const now = () => {
    const also = beside?.read() ?? null
    if (!form.changed.value && also === null) return null
    const typed = Object.entries(form.typed()).filter(([name]) => !without.includes(name))
    return { values: Object.fromEntries(typed), ...(also === null ? {} : { also }) }
  }
  const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
  if (key === null) return { keptAt, throwAway: () => {}, startAnew: () => {} }

  onMounted(async () => {
    const draft = await keptDraft(key)
    looked = true
    if (!draft || form.changed.value) return
    Object.assign(form.values, draft.values)
    if (draft.also !== undefined) beside?.put(draft.also as never)
    keptAt.value = draft.at
  })
  watchDebounced(
    () => JSON.stringify([form.values, beside?.read()]),
    () => {
      if (looked && !thrownAway && !form.sent.value && !form.busy.value) void keepDraft(key, plain(now()))
    },
    { debounce: 300 },
  )
  // Gone before it is sent, so that what was taken is not offered again by a page that was left at once; back when it is refused.
  watch(form.busy, (busy) => void keepDraft(key, busy || form.sent.value ? null : plain(now())))
  onBeforeUnmount(() => {
    const kept = form.sent.value || thrownAway ? null : plain(now())
    // Whoever hears first that it was taken may close the form before the form itself does.
    if (form.busy.value) void form.settled().then(() => (form.sent.value ? undefined : keepDraft(key, kept)))
    else void keepDraft(key, kept)
  })
  const throwAway = () => void (thrownAway = true)
  function startAnew(): void {
    form.reset()
    keptAt.value = null
    if (beside) beside.put(null as never)
  }
  return { keptAt, throwAway, startAnew }
}
