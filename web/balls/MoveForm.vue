<script setup lang="ts">
import { v4 as newId } from 'uuid'
import { type Ball, ballEventSchemas, whereabouts } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import FormDialog from '../controls/FormDialog.vue'
import { useForm } from '../controls/useForm.ts'
import { nowIso } from '../http/clock.ts'
import { useNotices } from '../shell/notices.ts'
import { useBalls } from './store.ts'

const props = defineProps<{ ball: Ball }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const balls = useBalls()
const notices = useNotices()
const form = useForm(ballEventSchemas.moved, {
  id: newId(),
  kind: 'moved',
  happenedAt: nowIso(),
  place: props.ball.place,
  shelf: props.ball.shelf,
})

async function save() {
  const ok = await form.submit(async ({ place, shelf }) => {
    const ball = await balls.record(props.ball.id, { kind: 'moved', place, shelf })
    notices.done(t('balls.moved', { name: ball.name, place: t(`balls.places.${place}`) }))
  })
  if (ok) emit('close')
}
</script>

<template>
  <FormDialog :title="`${t('balls.move')}: ${ball.name}`" :form="form" @save="save" @close="emit('close')">
    <v-select
      v-bind="form.field('place')"
      :label="t('balls.fields.place')"
      :items="whereabouts.map((value) => ({ value, title: t(`balls.places.${value}`) }))"
    />
    <v-text-field v-bind="form.field('shelf')" :label="t('balls.fields.shelf')" />
  </FormDialog>
</template>
