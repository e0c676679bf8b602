<script setup lang="ts">
import { type PlayedRange, type StyleBand, playableFields, playableOf } from '@sleetfall/core'
import { computed, onMounted, shallowRef } from 'vue'
import { useI18n } from 'vue-i18n'
import QuantityField from '../controls/QuantityField.vue'
import type { useForm } from '../controls/useForm.ts'
import { get } from '../http/client.ts'
import { usePlayableText } from './usePlayableText.ts'
import { fixed } from '../controls/figures.ts'

/** Boards that a bowler plays: stated, else by the style; what was seen in their shots can be taken over. */
const props = defineProps<{ form: ReturnType<typeof useForm>; band: StyleBand | null; customerId: string | null }>()
type Stated = Record<string, number | null>
const emit = defineEmits<{ set: [Stated] }>()
const { t } = useI18n()
const textOf = usePlayableText()
const played = shallowRef<PlayedRange | null>(null)
onMounted(async () => {
  if (props.customerId)
    played.value = await get<PlayedRange | null>(`/trials/played/${props.customerId}`).catch(() => null)
})
const figure = (key: string) => {
  const value = props.form.values[key]
  return typeof value === 'number' && Number.isFinite(value) ? value : null
}
const stated = computed(() => ({
  laydownFromBoard: figure('laydownFromBoard'),
  laydownToBoard: figure('laydownToBoard'),
  targetFromBoard: figure('targetFromBoard'),
  targetToBoard: figure('targetToBoard'),
  mostLaunchDeg: figure('mostLaunchDeg'),
}))
const now = computed(() => textOf(playableOf(stated.value, props.band)))
const round = (value: number) => Math.round(2 * value) / 2
function take({ laydown, target, mostLaunchDeg }: PlayedRange) {
  const [laydownFromBoard, laydownToBoard] = laydown.map(round)
  const [targetFromBoard, targetToBoard] = target.map(round)
  const deg = Math.max(0, Math.ceil(2 * mostLaunchDeg) / 2)
  emit('set', { laydownFromBoard, laydownToBoard, targetFromBoard, targetToBoard, mostLaunchDeg: deg } as Stated)
}
const clear = () => emit('set', Object.fromEntries(playableFields.map((key) => [key, null])))
</script>

<template>
  <section class="stack" :aria-label="t('customers.playable.title')">
    <h3>{{ t('customers.playable.title') }}</h3>
    <p class="soft small">{{ t('customers.playable.hint') }}</p>
    <div class="boards">
      <QuantityField
        v-for="key in playableFields"
        :key="key"
        v-bind="form.field<number>(key)"
        :name="key === 'mostLaunchDeg' ? key : 'board'"
        :label="t(`customers.fields.${key}`)"
      />
    </div>
    <p role="status">
      {{ now }}
      <v-btn v-if="playableFields.some((key) => form.values[key] != null)" size="small" variant="text" @click="clear">{{
        t('customers.playable.clear')
      }}</v-btn>
    </p>
    <p v-if="played">
      {{
        t('customers.playable.played', {
          n: played.shots,
          from: round(played.laydown[0]),
          to: round(played.laydown[1]),
          near: round(played.target[0]),
          far: round(played.target[1]),
          deg: fixed(played.mostLaunchDeg, 1),
        })
      }}
      <v-btn size="small" @click="take(played)">{{ t('customers.playable.takePlayed') }}</v-btn>
    </p>
  </section>
</template>

<style scoped>
.boards {
  display: grid;
  align-items: start;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: var(--gap-3);
}
</style>
