<script setup lang="ts">
import type { CoverageView, OfferedStep } from '@sleetfall/contract'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import PickRow from '../controls/PickRow.vue'
import ConfirmDialog from '../controls/ConfirmDialog.vue'
import { dayText } from '../controls/days.ts'
import PlanCard from './PlanCard.vue'
import { isBenchWork, usePlans, usePutWorks } from './usePlans.ts'
import { counted } from '../controls/figures.ts'

/** Plans over all balls together: the exact best, others that are as good, and what they are weighed by. */
const props = defineProps<{ view: CoverageView }>()
const emit = defineEmits<{ one: [OfferedStep] }>()
const { t } = useI18n()
const held = usePlans(
  () => props.view.customerId,
  () => props.view.engine.state === 'ready',
)
const { bought, carried, view: plans, error, load } = held
const putWorks = usePutWorks(() => props.view.customerId)
const asked = ref<readonly OfferedStep[]>([])
const list = computed(() =>
  asked.value
    .flatMap(({ ballName, action, recipeKey, due }) =>
      due
        ? [
            t('coverage.plan.job', {
              ...{ ball: ballName, on: dayText(due.on) },
              what: recipeKey ? t(`surface.recipes.${recipeKey}`) : t(`coverage.actions.${action}`),
            }),
          ]
        : [],
    )
    .join(' '),
)
const bags = computed(() => Array.from({ length: Math.max(0, props.view.balls.length - 1) }, (_, i) => i + 1))
async function putAll() {
  const steps = asked.value
  asked.value = []
  await putWorks(steps)
}
</script>

<template>
  <section class="stack" :aria-label="t('coverage.plan.title')">
    <div class="spread">
      <h2>{{ t('coverage.plan.title') }}</h2>
      <div class="row">
        <PickRow
          :label="t('coverage.plan.mayBuy')"
          :items="[0, 1, 2].map((n) => ({ value: `${n}`, title: n === 0 ? t('coverage.plan.none') : `${n}` }))"
          :chosen="[`${bought}`]"
          @choose="bought = Number($event)"
        />
        <v-select
          v-if="bags.length > 0"
          v-model="carried"
          class="carried"
          density="compact"
          hide-details
          :label="t('coverage.plan.carried')"
          :items="[{ value: null, title: t('coverage.plan.all') }, ...bags.map((n) => ({ value: n, title: `${n}` }))]"
        />
      </div>
    </div>
    <p v-if="error" role="alert">
      ▲ {{ error }} <v-btn size="small" @click="load">{{ t('shell.retry') }}</v-btn>
    </p>
    <p v-else-if="!plans" class="soft" role="status">◌ {{ t('coverage.plan.waits') }}</p>
    <template v-else>
      <div class="plans">
        <PlanCard
          v-for="(plan, i) in plans.plans"
          :key="i"
          v-bind="{ view, plans, plan, first: i === 0 }"
          @all="asked = plan.steps.filter(isBenchWork)"
          @one="emit('one', $event)"
        />
      </div>
      <p class="small soft">
        {{
          t(plans.proved ? 'coverage.plan.proved' : 'coverage.plan.notProved', {
            n: counted(plans.combinations),
          })
        }}
        {{ t('coverage.plan.how') }}
      </p>
    </template>
    <ConfirmDialog
      v-if="asked.length > 0"
      :title="t('coverage.plan.putTitle')"
      :action="t('coverage.plan.putAll', { n: asked.filter(({ due }) => due).length })"
      :text="list"
      calm
      @confirm="putAll"
      @close="asked = []"
    />
  </section>
</template>

<style scoped>
.plans {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(380px, 100%), 1fr));
  gap: var(--gap-3);
  align-items: start;
}
.carried {
  min-width: 150px;
}
</style>
