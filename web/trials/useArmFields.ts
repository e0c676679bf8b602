import type { ArmInput } from '@sleetfall/contract'
import { type DesignName, designs } from '@sleetfall/core'
import { computed, reactive, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useBalls } from '../balls/store.ts'
import type { useForm } from '../controls/useForm.ts'
import { useCustomers } from '../customers/store.ts'
import { useSurfaceText } from '../surface/useSurfaceText.ts'
import { type ArmChoice, armsOf, asksFor } from './armsOf.ts'

/** Grits that are offered for a ladder or a factorial; null is the ball as it is. */
const offered = [null, 4000, 3000, 2000, 1500, 1000, 500, 360] as const
const ladderGrits = [4000, 3000, 2000, 1000, 500]
/** A difference of the entry worth acting on. */
const wantedBoards = 1.5

/** The arms of a new trial, worked out from what is chosen for its design; names that were typed stay. */
export function useArmFields(form: ReturnType<typeof useForm>, ballId: string | undefined) {
  const { t } = useI18n()
  const balls = useBalls()
  const customers = useCustomers()
  const text = useSurfaceText()
  const design = computed(() => form.values['design'] as DesignName)
  const asks = computed(() => asksFor[design.value])
  const choice = reactive<{ -readonly [K in keyof ArmChoice]: ArmChoice[K] }>({
    ...{ balls: ballId === undefined ? [] : [ballId], reference: null, grits: ladderGrits, otherBowler: null },
  })
  const bowlerId = () => (typeof form.values['customerId'] === 'string' ? form.values['customerId'] : null)
  watch(bowlerId, (id) => void balls.loadRack(id), { immediate: true })
  watch(
    () => choice.otherBowler,
    (id) => void customers.need(id),
  )
  const own = computed(() => balls.rackOf(bowlerId()))
  const items = computed(() =>
    own.value.map((ball) => ({ value: ball.id, title: `${ball.name} (${text.grit(ball.surface)})` })),
  )
  const gritWord = (grit: number | null) => (grit === null ? t('trials.asItIs') : t('trials.atGrit', { grit }))
  const gritItems = computed(() => offered.map((value) => ({ value, title: gritWord(value) })))
  const nameOf = (id: string) => balls.byId.get(id)?.name ?? ''
  const words = {
    ball: nameOf,
    asItIs: (id: string) => {
      const ball = balls.byId.get(id)
      return ball ? `${ball.name}, ${text.grit(ball.surface)}` : ''
    },
    grit: gritWord,
    bowler: (id: string | null) => customers.byId.get(id ?? bowlerId() ?? '')?.name ?? '',
    ...{ control: t('trials.controlName'), changed: t('trials.changed') },
    ...{ fresh: t('trials.fresh'), played: t('trials.played'), before: t('trials.before'), after: t('trials.after') },
  }
  // A design that compares one ball keeps the first of those that were chosen.
  watch(design, (now, was) => {
    choice.balls = choice.balls.slice(0, asksFor[now].balls)
    if (now === 'factorial' && was !== 'factorial') choice.grits = [null, 2000, 500]
    if (now === 'ladder' && was !== 'ladder') choice.grits = ladderGrits
  })
  watch(bowlerId, (now, was) => {
    if (was !== undefined && now !== was)
      choice.balls = choice.balls.filter((id) => balls.byId.get(id)?.customerId === now)
  })
  /** Names that somebody typed, by what the arm would be called else. */
  const typed = new Map<string, string>()
  const proposed = computed(() => armsOf(design.value, choice, words))
  watch(
    proposed,
    (arms) => {
      form.values['arms'] = arms.map((arm) => ({ ...arm, label: typed.get(arm.label) ?? arm.label }))
      form.values['factors'] =
        (arms[0]?.levels ?? []).length === 0
          ? []
          : designs[design.value].factors.map((name) => t(`trials.factorsOf.${name}`))
      for (const path of Object.keys(form.errors)) if (path.startsWith('arms')) delete form.errors[path]
    },
    { immediate: true, deep: true },
  )
  function nameArm(index: number, label: string) {
    typed.set(proposed.value[index]!.label, label)
    ;(form.values['arms'] as ArmInput[])[index]!.label = label
    delete form.errors[`arms[${index}].label`]
  }
  const warnings = computed(() =>
    [...new Set(proposed.value.map((arm) => arm.ballId))].flatMap((id) => {
      const ball = balls.byId.get(id)
      if (!ball) return []
      if (ball.surface.provenance === 'unknown') return [t('trials.unknownSurface', { name: ball.name })]
      return ball.surface.settled ? [] : [t('trials.notSettled', { name: ball.name })]
    }),
  )
  const howMany = (alone: boolean) => {
    if (design.value === 'ladder' || design.value === 'limit') return 'search'
    return alone ? 'alone' : 'shots'
  }
  /** What the order cannot tell, and the shots it takes: said before it begins. */
  const plan = computed(() => {
    const of = designs[design.value]
    if (proposed.value.length === 0) return []
    const n = of.shotsAnArm(wantedBoards)
    // One arm has no order that could tell or hide anything.
    const alone = proposed.value.length === 1
    const limits = [
      ...of.cannotTell.filter((limit) => !alone || limit !== 'order-unknown'),
      ...(design.value === 'beforeAfter' && !choice.reference ? (['no-reference'] as const) : []),
    ]
    return [
      t(`trials.plan.${howMany(alone)}`, { n, boards: wantedBoards, all: n * proposed.value.length }),
      t(alone ? 'trials.plan.wipeAlone' : 'trials.plan.wipe'),
      ...limits.map((limit) => t(`trials.limits.${limit}`)),
    ]
  })
  return { asks, own, items, gritItems, choice, plan, warnings, nameArm }
}
