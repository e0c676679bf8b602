<script setup lang="ts">
import type { StepProgress } from '@sleetfall/contract'
import { type RecipeStep, productMlOf } from '@sleetfall/core'
import { computed, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { clockText } from './timer.ts'

/** Sides of a surface step, each with its own short clock, so that every side gets the same. */
const props = defineProps<{ step: RecipeStep; progress: StepProgress; nowMs: number; busy: boolean }>()
const emit = defineEmits<{ change: [StepProgress]; ring: [] }>()
const { t } = useI18n()
const product = computed(() => productMlOf(props.step))
const done = computed(() => Math.min(props.progress.sidesDone, props.step.sides))
const left = computed(() =>
  props.progress.sideStartedAt === null
    ? null
    : Math.round((Date.parse(props.progress.sideStartedAt) - props.nowMs) / 1000 + props.step.secondsPerSide),
)
watch(left, (now, before) => {
  if (now !== null && before != null && now <= 0 && before > 0) emit('ring')
})
const begin = () => emit('change', { ...props.progress, sideStartedAt: new Date(props.nowMs).toISOString() })
const finishSide = () => emit('change', { ...props.progress, sidesDone: done.value + 1, sideStartedAt: null })
const undo = () => emit('change', { ...props.progress, sidesDone: Math.max(0, done.value - 1), sideStartedAt: null })
</script>

<template>
  <section class="sides" :aria-label="t('bench.sides.title')">
    <p class="count figure" role="status">
      <span aria-hidden="true" class="marks"
        ><span v-for="n in step.sides" :key="n" :class="{ full: n <= done }">{{ n <= done ? '●' : '○' }}</span></span
      >
      {{ t('bench.sides.count', { n: done, of: step.sides }) }} ·
      {{ t('bench.sides.passes', { n: step.passesPerSide }) }}
    </p>
    <p v-if="left !== null" class="left figure" :class="{ over: left <= 0 }">
      {{ left > 0 ? clockText(left) : t('bench.sides.turn') }}
    </p>
    <div class="row">
      <v-btn v-if="done < step.sides && left === null" class="side-action" :disabled="busy" @click="begin">{{
        done === 0 ? t('bench.sides.begin') : t('bench.sides.next', { n: done + 1 })
      }}</v-btn>
      <v-btn v-if="left !== null" class="side-action" :disabled="busy" @click="finishSide">{{
        t('bench.sides.done', { n: done + 1 })
      }}</v-btn>
      <v-btn v-if="done > 0" class="side-action" variant="text" :disabled="busy" @click="undo">{{
        t('bench.sides.undo')
      }}</v-btn>
    </div>
    <p v-if="product !== null" class="small">
      {{
        t(step.productMl == null ? 'bench.sides.productUsual' : 'bench.sides.product', {
          ml: product,
          all: product * step.sides,
        })
      }}
    </p>
    <p v-if="step.sides === 2" class="small soft">{{ t('bench.sides.reach') }}</p>
    <p v-if="step.medium !== 'dry'" class="small soft">{{ t('bench.sides.rewet') }}</p>
  </section>
</template>

<style scoped>
.sides {
  display: grid;
  gap: var(--gap-2);
  justify-items: start;
}
.count {
  font-size: 1.5rem;
}
.marks {
  letter-spacing: 0.12em;
}
.left {
  font-size: 2.6rem;
  line-height: 1;
}
.left.over {
  color: var(--bad);
}
.side-action {
  min-height: 64px !important;
  min-width: 200px !important;
  font-size: 1.2rem;
}
</style>
