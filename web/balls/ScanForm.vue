<script setup lang="ts">
import { v4 as newId } from 'uuid'
import { type Ball, ballEventSchemas } from '@sleetfall/contract'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import FormDialog from '../controls/FormDialog.vue'
import { useForm } from '../controls/useForm.ts'
import { nowIso } from '../http/clock.ts'
import { useNotices } from '../shell/notices.ts'
import SpotReadings from '../surface/SpotReadings.vue'
import { fourSpots, scanOf } from '../surface/spots.ts'
import { useBalls } from './store.ts'

const props = defineProps<{ ball: Ball }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const balls = useBalls()
const notices = useNotices()
const readings = ref(fourSpots())
const form = useForm(ballEventSchemas.scanned, {
  id: newId(),
  kind: 'scanned',
  happenedAt: nowIso(),
  grits: [],
})
form.claim('grits')
const beside = {
  read: () => (readings.value.some((one) => one.grit !== null) ? readings.value : null),
  put: (kept: ReturnType<typeof fourSpots> | null) => void (readings.value = kept ?? fourSpots()),
}
/** The finish that the ball came with, while nothing else was put on it. */
const label = props.ball.surface.lastSurfacedMs === null ? props.ball.factoryGrit : null

async function save() {
  Object.assign(form.values, scanOf(readings.value))
  const ok = await form.submit(async (input) => {
    const ball = await balls.record(props.ball.id, {
      kind: 'scanned',
      grits: input.grits,
      spots: input.spots,
    })
    const eventId = ball.lastEvent?.id
    notices.done(t('balls.scanned'), eventId ? () => balls.takeBack(eventId) : undefined)
  })
  if (ok) emit('close')
}
</script>

<template>
  <FormDialog
    :title="t('balls.scanTitle', { name: ball.name })"
    :form="form"
    :draft="`scan ${ball.id}`"
    :beside="beside"
    :dirty="readings.some((one) => one.grit !== null)"
    @save="save"
    @close="emit('close')"
  >
    <p>{{ t('balls.scanHint') }}</p>
    <SpotReadings
      v-model="readings"
      :ball-id="ball.id"
      :expected-grit="label"
      :predicted-grit="ball.surface.grit"
      :errors="form.errors"
    />
    <p v-if="form.errors['grits']" class="bad" role="alert">{{ form.errors['grits'] }}</p>
  </FormDialog>
</template>
