<script setup lang="ts">
import { vFocus } from '../controls/vFocus.ts'
import { v4 as newId } from 'uuid'
import { type Ball, ballEventSchemas } from '@sleetfall/contract'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import FormDialog from '../controls/FormDialog.vue'
import QuantityField from '../controls/QuantityField.vue'
import { useForm } from '../controls/useForm.ts'
import { useNotices } from '../shell/notices.ts'
import { useBalls } from './store.ts'

const props = defineProps<{ ball: Ball }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const balls = useBalls()
const notices = useNotices()
const grits = ref<(number | null)[]>([null, null, null, null])
const form = useForm(ballEventSchemas.scanned, {
  id: newId(),
  kind: 'scanned',
  happenedAt: new Date().toISOString(),
  grits: [],
})
form.claim('grits')

async function save() {
  form.values['grits'] = grits.value.filter((grit) => grit !== null)
  const ok = await form.submit(async (input) => {
    const ball = await balls.record(props.ball.id, { kind: 'scanned', grits: input.grits })
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
    :dirty="grits.some((grit) => grit !== null)"
    @save="save"
    @close="emit('close')"
  >
    <p>{{ t('balls.scanHint') }}</p>
    <div class="four">
      <QuantityField
        v-for="(_, index) in grits"
        :key="index"
        v-model="grits[index]"
        name="scannedGrit"
        :label="t('balls.reading', { n: index + 1 })"
        v-focus="index === 0"
        :error-messages="form.errors[`grits[${index}]`]"
      />
    </div>
    <p v-if="form.errors['grits']" class="bad" role="alert">{{ form.errors['grits'] }}</p>
  </FormDialog>
</template>

<style scoped>
.four {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
  gap: var(--gap-3);
}
</style>
