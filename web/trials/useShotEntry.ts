import { type Trial, asideByRule, check, shotSchema } from '@sleetfall/contract'
import { type Read, changesBall, counts, designs, limits, sameThing as sameThingOf } from '@sleetfall/core'
import { v4 as newId } from 'uuid'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useForm } from '../controls/useForm.ts'
import { useLeaveGuard } from '../controls/useLeaveGuard.ts'
import { nowIso } from '../http/clock.ts'
import { useNotices } from '../shell/notices.ts'
import { likelyMeant } from './likelyMeant.ts'
import { useShotQueue } from './shotQueue.ts'
import { isHidden } from './useArmText.ts'
import { useTakeOut } from './useTakeOut.ts'
import { orderOf } from './useResultText.ts'

/** What of a shot stays from one to the next, and what does not. */
const seenOf = () => ({
  ...{ entryBoard: null, read: null, leave: null, shape: null, flags: [], execution: null, moveReason: '', note: '' },
  ...{ speedMph: null, firstReadFt: null, breakpointBoard: null, breakpointFt: null, entryAngleDeg: null },
  ...{ arrowsBoard: null, path: null, wiped: false },
})
type Seen = ReturnType<typeof seenOf>
const seenNames = Object.keys(seenOf()) as (keyof Seen)[]
const isNoted = (value: unknown) =>
  value !== null && value !== '' && value !== false && !(Array.isArray(value) && value.length === 0)

/**
 * The next shot of a trial as it is typed; target and feet stay as they were. `again` puts the focus where the one after it begins. Where the screen itself tells the
 * last shot and takes it back, no notice is laid over it.
 */
export function useShotEntry(trial: () => Trial, again: () => void, tellsLast = false) {
  const { t } = useI18n()
  const queue = useShotQueue()
  const takeOut = useTakeOut()
  const notices = useNotices()
  /** The trial with what waits on the device. */
  const now = computed(() => queue.applied(trial()))
  const all = computed(() => now.value.shots)
  const last = computed(() => all.value.at(-1))
  const form = useForm(shotSchema, {
    ...seenOf(),
    arm: last.value?.arm ?? 1,
    targetBoard: last.value?.targetBoard ?? trial().targetBoard,
    feetBoard: last.value?.feetBoard ?? trial().feetBoard,
    warmUp: last.value?.warmUp ?? false,
    ...{ bowlerId: last.value?.bowlerId ?? null, lane: last.value?.lane ?? trial().lane },
  })
  const nothing = ref('')
  const arm = computed(() => Number(form.values['arm']))

  /** A figure a tenth of what would be usual: most often a point typed too early. Asked once, kept on the second try; what a tracker saw is not asked about. */
  const meant = computed(() =>
    form.values['path'] === null ? likelyMeant(form.values['entryBoard'] as number | null) : null,
  )
  const asked = ref<number | null>(null)
  const isSame = (number: number) => sameThingOf(trial().design, trial().arms, number) !== null
  const sameThing = computed(() => isSame(arm.value))
  /** What the order of the trial has next, shots that wait on the device counted; null where it asks for nothing. */
  const inOrder = computed(() => designs[trial().design].next(orderOf(now.value)))
  /** The arm that comes next and has its surface still to get. */
  const toMake = computed(() => {
    const next = inOrder.value
    return next && isSame(next.arm) ? (trial().arms.find((one) => one.arm === next.arm) ?? null) : null
  })
  const over = computed(
    () => inOrder.value === null && trial().design !== 'free' && all.value.some((shot) => !shot.warmUp),
  )
  /** Another ball than for the shot before, or the same one sanded between: what is easily forgotten then is ticked. */
  const changed = computed(() => {
    const before = last.value?.arm
    if (before === undefined || before === arm.value) return false
    // Which letters are the same ball is not told before somebody tells them apart.
    return isHidden(trial()) || changesBall(trial().arms, before, arm.value)
  })
  /** Feet or eyes are not where they were for the shot before. */
  const moved = computed(() => {
    const before = last.value
    if (!before) return false
    // Where the order asked for the line, it is the reason.
    const asked = inOrder.value?.line
    const asAsked = (name: 'feetBoard' | 'targetBoard') => asked?.[name] === form.values[name]
    if (asAsked('feetBoard') && asAsked('targetBoard')) return false
    const other = (name: 'feetBoard' | 'targetBoard') => before[name] !== null && before[name] !== form.values[name]
    return other('feetBoard') || other('targetBoard')
  })
  const halfTyped = computed(() => seenNames.some((name) => isNoted(form.values[name])))
  useLeaveGuard(halfTyped)

  /** Goes on to what the order has next, unless somebody threw another arm on purpose. */
  function goOn(followed: boolean) {
    const next = inOrder.value
    if (!next || !followed || isSame(next.arm)) return
    form.values['arm'] = next.arm
    if (next.line) Object.assign(form.values, next.line)
  }
  /** Whether the last shot was what the order had asked for: a page that is opened again goes on from there. */
  function keptOrder(): boolean {
    const shot = last.value
    if (!shot || !counts(shot)) return true
    const asked = designs[trial().design].next(orderOf({ ...now.value, shots: all.value.slice(0, -1) }))
    return asked?.arm === shot.arm
  }
  goOn(trial().design === 'limit' || keptOrder())

  function keep(shot: Record<string, unknown>): boolean {
    const checked = check(shotSchema, { ...shot, id: newId(), thrownAt: nowIso() })
    if (!checked.ok) {
      form.show(checked.fields)
      return false
    }
    form.clear()
    const followed = inOrder.value?.arm === checked.value.arm && !checked.value.warmUp
    queue.add(trial().id, checked.value)
    const { id, execution, warmUp } = checked.value
    if (execution && asideByRule.includes(execution) && !warmUp)
      queue.setAside(trial().id, id, t(`trials.asideByRule.${execution}`))
    if (!tellsLast) notices.done(t('trials.recorded', { n: all.value.length }), () => takeOut(trial().id, id))
    Object.assign(form.values, seenOf())
    asked.value = null
    goOn(followed)
    again()
    return true
  }
  /** Checks the shot and keeps it on the device at once; the next one can be typed while it is being sent. */
  function record() {
    const { entryBoard, read, leave } = form.values
    nothing.value = entryBoard === null && read === null && leave === null ? t('trials.needSomething') : ''
    if (nothing.value) return
    if (sameThing.value && form.values['warmUp'] !== true) {
      nothing.value = t('trials.sameThing')
      return
    }
    if (meant.value !== null && asked.value !== entryBoard) {
      asked.value = entryBoard as number
      return
    }
    keep(form.values)
  }
  /** The shot before once more: seen alike, thrown now, with the arm that is chosen. */
  function repeat() {
    const before = last.value
    if (!before) return void (nothing.value = t('trials.nothingToRepeat'))
    nothing.value = ''
    const seen = Object.fromEntries(seenNames.map((name) => [name, before[name]]))
    keep({
      ...form.values,
      ...seen,
      moveReason: '',
      note: '',
      arrowsBoard: null,
      path: null,
      wiped: form.values['wiped'],
    })
  }

  function aim(field: 'targetBoard' | 'feetBoard', by: number) {
    const range = field === 'targetBoard' ? limits.board : limits.feetBoard
    const at = (form.values[field] as number | null) ?? (field === 'targetBoard' ? 12 : 20)
    form.values[field] = Math.min(range.max, Math.max(range.min, at + by))
  }
  /** One of several, or none when it is chosen again. */
  const toggle = (name: keyof Seen, value: unknown) => (form.values[name] = form.values[name] === value ? null : value)
  function toggleFlag(flag: string) {
    const flags = form.values['flags'] as string[]
    form.values['flags'] = flags.includes(flag) ? flags.filter((one) => one !== flag) : [...flags, flag]
  }

  /** Letters and sideways arrows mean the same wherever the focus is in the panel; figures need neither. */
  function onKey(event: KeyboardEvent) {
    if (event.ctrlKey || event.metaKey) return
    const number = Number(event.key)
    if (event.altKey) {
      if (!(number >= 1 && number <= trial().arms.length)) return
      form.values['arm'] = number
      event.preventDefault()
      return
    }
    // In a field for words letters are letters.
    if ((event.target as Partial<HTMLElement> | null)?.closest?.('[data-words]')) return
    const byLetter: Record<string, Read> = { e: 'early', r: 'right', l: 'late' }
    const key = event.key.toLowerCase()
    const read = byLetter[key]
    const across = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0
    if (read) toggle('read', read)
    else if (key === 'x') form.values['leave'] = []
    else if (key === 's') form.values['arm'] = (arm.value % trial().arms.length) + 1
    else if (key === 'a') repeat()
    else if (across !== 0) aim(event.shiftKey ? 'feetBoard' : 'targetBoard', across)
    else if (event.key === 'Enter' && !(event.target instanceof HTMLButtonElement)) record()
    else return
    event.preventDefault()
  }
  const countedOf = (number: number) => all.value.filter((shot) => shot.arm === number && counts(shot)).length
  return {
    ...{ form, nothing, arm, meant, asked, sameThing, inOrder, toMake, over, changed, moved, last, queue, all },
    ...{ record, repeat, aim, toggle, toggleFlag, onKey, countedOf, takeOut },
  }
}
