<script setup lang="ts">
import type { BenchPlan } from '@sleetfall/contract'
import type { Slot } from '@sleetfall/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import DayField from '../controls/DayField.vue'
import { useFocusBack } from '../controls/useFocusBack.ts'
import { type Block, clockOf, dayOfMinute } from './board.ts'
import { useBlockText } from './useBlockText.ts'

/** Where and when one piece of work stands, to be put somewhere else by hand; what stands there then moves. */
const props = defineProps<{ plan: BenchPlan; block: Block; may: boolean }>()
const emit = defineEmits<{ move: [to: Pick<Slot, 'start' | 'station' | 'person'>]; free: []; close: [] }>()
const { t } = useI18n()
const { blockText } = useBlockText(() => props.plan)
useFocusBack()
const day = ref(dayOfMinute(props.block.slot.start))
const time = ref(clockOf(props.block.slot.start))
const station = ref(props.block.slot.station)
const person = ref(props.block.slot.person)
const kind = computed(() => props.plan.stations.find(({ id }) => id === props.block.slot.station)?.kind)
const stations = computed(() => props.plan.stations.filter((one) => one.kind === kind.value))
const start = computed(() => {
  const at = Date.parse(`${day.value}T${time.value}`)
  return Number.isNaN(at) ? null : Math.round(at / 60_000)
})
const problem = computed(() =>
  start.value === null ? t('plan.noTime') : start.value < props.plan.question.now ? t('plan.inThePast') : null,
)
const movable = computed(() => props.may && !props.block.work.running)
</script>

<template>
  <v-dialog :model-value="true" max-width="480" :aria-label="block.chain.ballName" @update:model-value="emit('close')">
    <form
      class="panel stack"
      novalidate
      @submit.prevent="problem === null && emit('move', { start: start!, station, person })"
    >
      <h2>{{ block.chain.ballName }}</h2>
      <p>{{ blockText(block) }}</p>
      <template v-if="movable">
        <DayField v-model="day" :label="t('plan.day')" />
        <v-text-field v-model="time" type="time" :label="t('plan.begins')" :error-messages="problem ?? ''" />
        <v-select
          v-if="stations.length > 1"
          v-model="station"
          :label="t('plan.station')"
          :items="stations.map((one) => ({ value: one.id, title: one.name }))"
        />
        <v-select
          v-if="block.attended"
          v-model="person"
          :label="t('plan.who')"
          :items="plan.people.map((one) => ({ value: one.id, title: one.name }))"
        />
        <p class="small soft">{{ t('plan.moveHint') }}</p>
      </template>
      <div class="row">
        <v-btn v-if="movable" type="submit" class="touch next-action" :disabled="problem !== null">{{
          t('plan.put')
        }}</v-btn>
        <v-btn v-if="movable && block.work.locked" class="touch" @click="emit('free')">{{ t('plan.letGo') }}</v-btn>
        <v-btn class="touch" :to="`/bench/${block.work.jobId}`">{{ t('plan.toJob') }}</v-btn>
        <v-btn class="touch" @click="emit('close')">{{ t('shell.cancel') }}</v-btn>
      </div>
    </form>
  </v-dialog>
</template>
