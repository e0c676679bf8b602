<script setup lang="ts">
import { type JobKind, describeSteps, jobKinds, readyRecipes, recipeByKey, recipeKinds } from '@sleetfall/core'
import { addDays, format } from 'date-fns'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import DayField from '../controls/DayField.vue'
import { todayText } from '../controls/days.ts'
import { useFocusBack } from '../controls/useFocusBack.ts'
import { nowDate } from '../http/clock.ts'
import PromiseAnswer from './PromiseAnswer.vue'
import type { WantedWork } from './wanted.ts'

/** At the counter, before anything is taken in: can so many balls be ready by a day? */
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
useFocusBack()
const day = ref<string | null>(format(addDays(nowDate(), 2), 'yyyy-MM-dd'))
const rows = ref<{ kind: JobKind; recipe: string; count: number }[]>([
  { kind: 'resurface', recipe: 'to-2000', count: 1 },
])
const most = 12
const byRecipe = (kind: JobKind) => recipeKinds.includes(kind)
const kinds = jobKinds.filter((kind) => !byRecipe(kind) || kind === 'resurface')
const wanted = computed<WantedWork[]>(() =>
  rows.value.flatMap(({ kind, recipe, count }, at) =>
    Array.from({ length: Math.max(0, Math.min(most, count)) }, (_, i) => ({
      id: `wanted ${at} ${i}`,
      ballId: null,
      kind,
      steps: byRecipe(kind) ? (recipeByKey(recipe)?.steps ?? []) : [],
    })),
  ),
)
const total = computed(() => wanted.value.length)
</script>

<template>
  <v-dialog
    :model-value="true"
    max-width="620"
    :aria-label="t('plan.promise.title')"
    @update:model-value="emit('close')"
  >
    <div class="panel stack">
      <h2>{{ t('plan.promise.title') }}</h2>
      <DayField v-model="day" :label="t('plan.promise.by')" :min="todayText()" />
      <div v-for="(row, at) in rows" :key="at" class="row wanted">
        <v-text-field
          v-model.number="row.count"
          type="number"
          :min="1"
          :max="most"
          :label="t('plan.promise.balls')"
          :error-messages="row.count >= 1 && row.count <= most ? '' : t('plan.promise.ballsRange', { most })"
        />
        <v-select
          v-model="row.kind"
          :label="t('bench.fields.kind')"
          :items="kinds.map((value) => ({ value, title: t(`works.${value}`) }))"
        />
        <v-select
          v-if="byRecipe(row.kind)"
          v-model="row.recipe"
          :label="t('bench.fields.recipeKey')"
          :items="readyRecipes.map((one) => ({ value: one.key, title: describeSteps(one.steps) }))"
        />
        <v-btn
          v-if="rows.length > 1"
          size="small"
          :aria-label="`${t('plan.remove')} ${at + 1}`"
          @click="rows.splice(at, 1)"
          >{{ t('plan.remove') }}</v-btn
        >
      </div>
      <v-btn size="small" class="more" @click="rows.push({ kind: 'extract', recipe: 'to-2000', count: 1 })">{{
        t('plan.promise.more')
      }}</v-btn>
      <PromiseAnswer v-if="total > 0" :wanted="wanted" :due-on="day ?? ''" />
      <p class="small soft">{{ t('plan.promise.nothingTaken') }}</p>
      <div class="row">
        <v-btn class="touch" @click="emit('close')">{{ t('plan.promise.close') }}</v-btn>
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
.wanted {
  align-items: flex-start;
  flex-wrap: nowrap;
}
.wanted > :first-child {
  max-width: 96px;
}
.more {
  justify-self: start;
}
</style>
