<script setup lang="ts">
import type { BagView } from '@sleetfall/contract'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { usePutWorks } from '../coverage/usePlans.ts'
import { useSession } from '../shell/session.ts'

/** Works that the bag needs before the event, put on the bench in one go. */
const props = defineProps<{ view: BagView }>()
const emit = defineEmits<{ put: [] }>()
const { t } = useI18n()
const session = useSession()
const putWorks = usePutWorks(() => props.view.customer.id)
/** Not what lies on the bench already. */
const steps = computed(() =>
  props.view.steps.filter(
    ({ ballId }) => !props.view.packing.some((item) => item.ballId === ballId && item.alerts.includes('work-open')),
  ),
)
async function put() {
  await putWorks(steps.value, t('bags.reason', { event: props.view.event.name }))
  emit('put')
}
</script>

<template>
  <section class="stack" :aria-label="t('bags.works')">
    <h2>{{ t('bags.works') }}</h2>
    <p v-if="view.steps.length === 0">● {{ t('bags.noWorks') }}</p>
    <ul v-else>
      <li v-for="step in view.steps" :key="step.ballId">
        <strong>{{ t(`coverage.actions.${step.action}`) }} {{ step.ballName }}</strong>
        <template v-if="step.recipeKey"> – {{ t(`surface.recipes.${step.recipeKey}`) }}</template>
        <span v-if="step.due" class="small soft">{{
          t(step.due.keepsSettling ? 'bags.due' : 'bags.late', { on: dayText(step.due.on) })
        }}</span>
      </li>
    </ul>
    <div v-if="steps.length > 0 && session.may('promises')">
      <v-btn size="small" @click="put">{{ t('bags.put', { n: steps.length }, steps.length) }}</v-btn>
    </div>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
}
.small {
  display: block;
}
</style>
