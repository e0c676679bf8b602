<script setup lang="ts">
import { v4 as newId } from 'uuid'
import { type Ball, type OfferedFix, jobKinds, jobSchema } from '@sleetfall/contract'
import { applyRecipe, describeSteps, gritOfRa, readyRecipes, recipeByKey, surfaceDefaults } from '@sleetfall/core'
import { addDays, format } from 'date-fns'
import { computed, onMounted, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useEvents } from '../bag/store.ts'
import DayField from '../controls/DayField.vue'
import FormDialog from '../controls/FormDialog.vue'
import { dayText, todayText } from '../controls/days.ts'
import { useForm } from '../controls/useForm.ts'
import { useNotices } from '../shell/notices.ts'
import { roundGrit } from '../surface/useSurfaceText.ts'
import { useBench } from './store.ts'

/** Work for one ball: what, by which recipe, until when. A fix of the coverage map comes filled in. */
const props = defineProps<{ ball: Ball; fix?: OfferedFix; reason?: string; suggestedGrit?: number | null }>()
const emit = defineEmits<{ close: []; saved: [] }>()
const { t } = useI18n()
const bench = useBench()
const events = useEvents()
const notices = useNotices()
onMounted(() => events.load())

/** The ready recipe whose last grit is nearest to what the ball is kept at. */
function nearestRecipe(grit: number | null | undefined): string {
  const plain = readyRecipes.filter((recipe) => recipe.key.startsWith('to-'))
  const distance = (key: string) => Math.abs(Math.log(Number(key.slice(3)) / (grit ?? 2000)))
  return plain.reduce((best, one) => (distance(one.key) < distance(best.key) ? one : best)).key
}
const kind = props.fix && props.fix.action !== 'other-ball' ? props.fix.action : 'resurface'
const form = useForm(jobSchema, {
  id: newId(),
  ballId: props.ball.id,
  kind,
  recipeKey: props.fix?.recipeKey ?? nearestRecipe(props.suggestedGrit),
  steps: null,
  dueOn: props.fix?.due?.on ?? format(addDays(new Date(), 3), 'yyyy-MM-dd'),
  eventId: props.fix?.due?.eventId ?? null,
  reason: props.reason ?? '',
})
const resurfacing = computed(() => form.values['kind'] === 'resurface')
const recipe = computed(() => (resurfacing.value ? recipeByKey(String(form.values['recipeKey'])) : undefined))
watch(recipe, (now) => (form.values['steps'] = now ? now.steps.map((step) => ({ ...step })) : null), {
  immediate: true,
})
const outcome = computed(() => {
  if (!recipe.value) return null
  const { laneShineUm } = surfaceDefaults
  const done = applyRecipe(
    props.ball.surface.finish ?? { raTopUm: laneShineUm, raBaseUm: laneShineUm },
    recipe.value.steps,
  )
  return t('bench.recipeIs', {
    steps: describeSteps(recipe.value.steps),
    grit: roundGrit(gritOfRa(done.raTopUm)),
    mm: done.coverRemovedMm.toFixed(3),
  })
})
const own = computed(() =>
  events.items.filter((event) => event.nextOn !== null && event.customerIds.includes(props.ball.customerId)),
)

async function save() {
  const ok = await form.submit(async (input) => {
    const job = await bench.takeJob({ ...input, recipeKey: resurfacing.value ? input.recipeKey : null })
    notices.done(t('bench.putDone', { ball: job.ballName, due: dayText(job.dueOn) }))
    emit('saved')
  })
  if (ok) emit('close')
}
</script>

<template>
  <FormDialog
    :title="t('bench.newJob', { name: ball.name })"
    :form="form"
    :save-text="t('bench.put')"
    @save="save"
    @close="emit('close')"
  >
    <v-select
      v-bind="form.field('kind')"
      :label="t('bench.fields.kind')"
      :items="jobKinds.map((value) => ({ value, title: t(`bench.kinds.${value}`) }))"
    />
    <p v-if="form.values['kind'] === 'extract' && ball.cover === 'urethane'" role="status">
      ▲ {{ t('bench.urethaneWarning') }}
    </p>
    <p v-if="form.values['kind'] === 'extract' && ball.cover === 'polyester'" role="status">
      × {{ t('bench.polyesterRefused') }}
    </p>
    <v-select
      v-if="resurfacing"
      v-bind="form.field('recipeKey')"
      :label="t('bench.fields.recipeKey')"
      :items="readyRecipes.map((r) => ({ value: r.key, title: t(`surface.recipes.${r.key}`) }))"
    />
    <p v-if="outcome" class="soft">{{ outcome }}</p>
    <DayField v-bind="form.field('dueOn')" :label="t('bench.fields.dueOn')" :min="todayText()" />
    <v-select
      v-bind="form.field('eventId')"
      :label="t('bench.fields.eventId')"
      :items="[
        { value: null, title: t('bench.noEvent') },
        ...own.map((e) => ({ value: e.id, title: `${e.name}, ${dayText(e.nextOn!)}` })),
      ]"
    />
    <v-textarea v-bind="form.field('reason')" :label="t('bench.fields.reason')" />
    <p class="small soft">{{ t('bench.heldFirst') }}</p>
  </FormDialog>
</template>
