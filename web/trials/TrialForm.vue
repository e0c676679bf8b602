<script setup lang="ts">
import { vFocus } from '../controls/vFocus.ts'
import { v4 as newId } from 'uuid'
import { type Trial, trialSchema } from '@sleetfall/contract'
import { designOf } from '@sleetfall/core'
import { computed, onMounted, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useBalls } from '../balls/store.ts'
import FormDialog from '../controls/FormDialog.vue'
import QuantityField from '../controls/QuantityField.vue'
import { useForm } from '../controls/useForm.ts'
import CustomerField from '../customers/CustomerField.vue'
import { usePatterns } from '../lanes/store.ts'
import { useNotices } from '../shell/notices.ts'
import { useSurfaceText } from '../surface/useSurfaceText.ts'
import { useTrials } from './store.ts'

/** Begins a trial: a question, a bowler, a pattern, a control and one variant. */
const props = defineProps<{
  customerId?: string | undefined
  patternId?: string | undefined
  ballId?: string | undefined
}>()
const emit = defineEmits<{ close: []; saved: [Trial] }>()
const { t } = useI18n()
const balls = useBalls()
const patterns = usePatterns()
const trials = useTrials()
const notices = useNotices()
const text = useSurfaceText()
onMounted(() => patterns.load())
const form = useForm(trialSchema, {
  ...trialSchema.getDefault(),
  id: newId(),
  startedAt: new Date().toISOString(),
  customerId: props.customerId ?? null,
  patternId: props.patternId ?? null,
  variantBallId: props.ballId ?? null,
  controlBallId: null,
  question: '',
  controlLabel: '',
  variantLabel: '',
})
const bowlerId = () => (typeof form.values['customerId'] === 'string' ? form.values['customerId'] : null)
watch(bowlerId, (id) => void balls.loadRack(id), { immediate: true })
const own = computed(() => balls.rackOf(bowlerId()))
const ballOf = (side: 'control' | 'variant') => balls.byId.get(String(form.values[`${side}BallId`]))
const items = computed(() =>
  own.value.map((ball) => ({ value: ball.id, title: `${ball.name} (${text.grit(ball.surface)})` })),
)
const warnings = computed(() =>
  [...new Set([ballOf('control'), ballOf('variant')])].flatMap((ball) => {
    if (!ball) return []
    if (ball.surface.provenance === 'unknown') return [t('trials.unknownSurface', { name: ball.name })]
    return ball.surface.settled ? [] : [t('trials.notSettled', { name: ball.name })]
  }),
)
/** A difference of the entry worth acting on. */
const wantedBoards = 1.5
/** Order of the shots, and why: what a trial of one ball cannot do is said before it begins. */
const plan = computed(() => {
  const [control, variant] = [form.values['controlBallId'], form.values['variantBallId']]
  if (!control || !variant) return []
  const order =
    control === variant ? [t('trials.plan.oneBall'), t('trials.plan.fineToCoarse')] : [t('trials.plan.alternate')]
  const design = designOf(String(control), String(variant))
  const shots = t('trials.plan.shots', { n: design.shotsAnArm(wantedBoards), boards: wantedBoards })
  return [...order, t('trials.plan.wipe'), shots, ...design.cannotTell.map((limit) => t(`trials.limits.${limit}`))]
})
for (const side of ['control', 'variant'] as const) {
  // A name is proposed from ball and surface until somebody types one.
  watch(
    () => ballOf(side),
    (ball, before) => {
      const proposal = (one: typeof ball) => (one ? `${one.name}, ${text.grit(one.surface)}` : '')
      const typed = form.values[`${side}Label`]
      if (typed === '' || typed === proposal(before)) form.values[`${side}Label`] = proposal(ball)
    },
    { immediate: true },
  )
}
async function save() {
  const ok = await form.submit(async (input) => {
    const trial = await trials.create(input)
    notices.done(t('trials.begun'))
    emit('saved', trial)
  })
  if (ok) emit('close')
}
</script>

<template>
  <FormDialog :title="t('trials.add')" :form="form" :save-text="t('trials.begin')" @save="save" @close="emit('close')">
    <v-text-field
      v-bind="form.field('question')"
      :label="t('trials.question')"
      :hint="t('trials.questionHint')"
      persistent-hint
      v-focus
    />
    <CustomerField v-bind="form.field<string>('customerId')" :label="t('trials.bowler')" />
    <v-autocomplete
      v-bind="form.field('patternId')"
      :label="t('trials.pattern')"
      :items="patterns.items.map((p) => ({ value: p.id, title: p.name }))"
    />
    <p v-if="!form.values['customerId']" class="soft">{{ t('trials.bowlerFirst') }}</p>
    <p v-else-if="own.length === 0">{{ t('trials.noBalls') }}</p>
    <div v-else class="pair">
      <v-select v-bind="form.field('controlBallId')" :label="t('trials.controlBall')" :items="items" />
      <v-text-field v-bind="form.field('controlLabel')" :label="t('trials.controlLabel')" />
      <v-select v-bind="form.field('variantBallId')" :label="t('trials.variantBall')" :items="items" />
      <v-text-field v-bind="form.field('variantLabel')" :label="t('trials.variantLabel')" />
    </div>
    <p class="small soft">{{ t('trials.sameBall') }}</p>
    <p v-for="line in plan" :key="line" class="small">◇ {{ line }}</p>
    <p v-for="warning in warnings" :key="warning" role="status">{{ warning }}</p>
    <QuantityField
      v-bind="form.field<number>('gamesSinceOiling')"
      name="gamesSinceOiling"
      :label="t('trials.gamesSinceOiling')"
    />
  </FormDialog>
</template>

<style scoped>
.pair {
  display: grid;
  align-items: start;
  grid-template-columns: 1fr 1fr;
  gap: var(--gap-3);
}
</style>
