import { type Trial, type TrialSide, check, shotSchema, sides } from '@sleetfall/contract'
import { type Read, designOf, limits, sameSurface } from '@sleetfall/core'
import { v4 as newId } from 'uuid'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useForm } from '../controls/useForm.ts'
import { useLeaveGuard } from '../controls/useLeaveGuard.ts'
import { useNotices } from '../shell/notices.ts'
import { likelyMeant } from './likelyMeant.ts'
import { useShotQueue } from './shotQueue.ts'
import { useTakeOut } from './useTakeOut.ts'

/** The next shot of a trial as it is typed; target and feet stay as they were. `again` puts the focus where the one after it begins. */
export function useShotEntry(trial: () => Trial, again: () => void) {
  const { t } = useI18n()
  const queue = useShotQueue()
  const takeOut = useTakeOut()
  const notices = useNotices()
  const last = trial().shots.at(-1)
  const form = useForm(shotSchema, {
    side: last?.side ?? 'control',
    targetBoard: last?.targetBoard ?? null,
    feetBoard: last?.feetBoard ?? null,
    entryBoard: null,
    read: null,
    leave: null,
  })
  const leave = () => form.field<number[] | null>('leave')
  const nothing = ref('')
  const side = computed(() => form.values['side'] as TrialSide)

  /** A figure a tenth of what would be usual: most often a point typed too early. Asked once, kept on the second try. */
  const meant = computed(() => likelyMeant(form.values['entryBoard'] as number | null))
  const asked = ref<number | null>(null)
  const sameThing = computed(
    () =>
      trial().controlBallId === trial().variantBallId && sameSurface(trial().control.surface, trial().variant.surface),
  )
  const design = computed(() => designOf(trial().controlBallId, trial().variantBallId))
  /** The side that the order of the trial has next, shots that wait on the device counted; null where its surface is still to be made. */
  const inOrder = computed<TrialSide | null>(() => {
    const counted = trial().shots.filter((shot) => shot.setAsideReason === null)
    const thrown = [...counted, ...queue.of(trial().id).map(({ shot }) => shot)].map((shot) => sides.indexOf(shot.side))
    const one = sides[design.value.next(thrown, sides.length)]!
    return one === 'variant' && sameThing.value ? null : one
  })
  const halfTyped = computed(
    () => form.values['entryBoard'] !== null || form.values['read'] !== null || form.values['leave'] !== null,
  )
  useLeaveGuard(halfTyped)

  /** Checks the shot and keeps it on the device at once; the next one can be typed while it is being sent. */
  function record() {
    const { entryBoard, read, leave } = form.values
    nothing.value = entryBoard === null && read === null && leave === null ? t('trials.needSomething') : ''
    if (nothing.value) return
    if (side.value === 'variant' && sameThing.value) {
      nothing.value = t('trials.sameThing')
      return
    }
    if (meant.value !== null && asked.value !== entryBoard) {
      asked.value = entryBoard as number
      return
    }
    const checked = check(shotSchema, { ...form.values, id: newId(), thrownAt: new Date().toISOString() })
    if (!checked.ok) {
      form.show(checked.fields)
      return
    }
    form.clear()
    queue.add(trial().id, checked.value)
    const { id } = checked.value
    const n = trial().shots.length + queue.of(trial().id).length
    notices.done(t('trials.recorded', { n }), () => takeOut(trial().id, id))
    Object.assign(form.values, { entryBoard: null, read: null, leave: null })
    asked.value = null
    again()
  }

  function aim(field: 'targetBoard' | 'feetBoard', by: number) {
    const range = field === 'targetBoard' ? limits.board : limits.feetBoard
    const at = (form.values[field] as number | null) ?? 20
    form.values[field] = Math.min(range.max, Math.max(range.min, at + by))
  }
  const toggleRead = (read: Read) => (form.values['read'] = form.values['read'] === read ? null : read)

  /** Letters and sideways arrows mean the same wherever the focus is in the panel; figures need neither. */
  function onKey(event: KeyboardEvent) {
    if (event.ctrlKey || event.metaKey || event.altKey) return
    const byLetter: Record<string, Read> = { e: 'early', r: 'right', l: 'late' }
    const read = byLetter[event.key.toLowerCase()]
    const across = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0
    if (read) toggleRead(read)
    else if (event.key.toLowerCase() === 'x') form.values['leave'] = []
    else if (event.key.toLowerCase() === 's') form.values['side'] = side.value === 'control' ? 'variant' : 'control'
    else if (across !== 0) aim(event.shiftKey ? 'feetBoard' : 'targetBoard', across)
    else if (event.key === 'Enter' && !(event.target instanceof HTMLButtonElement)) record()
    else return
    event.preventDefault()
  }
  return { form, leave, nothing, side, meant, asked, sameThing, design, inOrder, queue, record, toggleRead, onKey }
}
