<script setup lang="ts">
import { type StoredShot, type Trial, shotCorrectionSchema, sides } from '@sleetfall/contract'
import { type Read, reads } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import FormDialog from '../controls/FormDialog.vue'
import PinDeck from '../controls/PinDeck.vue'
import QuantityField from '../controls/QuantityField.vue'
import { useForm, useVersions } from '../controls/useForm.ts'
import { useNotices } from '../shell/notices.ts'
import { useTrials } from './store.ts'
import { useTakeOut } from './useTakeOut.ts'

/** Puts right what was seen of a shot; what stood before is kept in the trial. Or takes it out, if it was never thrown. */
const props = defineProps<{ trial: Trial; shot: StoredShot }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const trials = useTrials()
const notices = useNotices()
const takeOut = useTakeOut()
const { side, feetBoard, targetBoard, read, entryBoard, leave, version } = props.shot
const form = useForm(shotCorrectionSchema, { side, feetBoard, targetBoard, read, entryBoard, leave, version })
const versions = useVersions(form, version, save, () => emit('close'))
async function save() {
  form.values['version'] = versions.current()
  const ok = await form.submit((input) => trials.correct(props.trial.id, props.shot.id, input))
  if (!ok) return
  notices.done(t('trials.corrected', { n: props.shot.sequence }))
  emit('close')
}
async function remove() {
  if (await notices.attempt(() => takeOut(props.trial.id, props.shot.id))) emit('close')
}
const leaveField = () => form.field<number[] | null>('leave')
const toggleRead = (one: Read) => (form.values['read'] = form.values['read'] === one ? null : one)
</script>

<template>
  <FormDialog
    :title="t('trials.correct', { n: shot.sequence })"
    :form="form"
    @save="save"
    @close="emit('close')"
    @keep-mine="versions.keepMine"
    @take-theirs="versions.takeTheirs"
  >
    <div class="row touch" role="group" :aria-label="t('trials.side')">
      <v-btn
        v-for="one in sides"
        :key="one"
        :class="{ chosen: form.values['side'] === one }"
        :aria-pressed="form.values['side'] === one"
        @click="form.values['side'] = one"
        >{{ form.values['side'] === one ? '●' : '○' }} {{ t(`trials.${one}`) }}</v-btn
      >
    </div>
    <QuantityField v-bind="form.field<number>('targetBoard')" name="board" :label="t('trials.target')" />
    <QuantityField v-bind="form.field<number>('feetBoard')" name="feetBoard" :label="t('trials.feet')" />
    <QuantityField v-bind="form.field<number>('entryBoard')" name="entryBoard" :label="t('trials.entry')" />
    <div class="row touch" role="group" :aria-label="t('trials.read')">
      <v-btn
        v-for="one in reads"
        :key="one"
        :class="{ chosen: form.values['read'] === one }"
        :aria-pressed="form.values['read'] === one"
        @click="toggleRead(one)"
        >{{ form.values['read'] === one ? '●' : '○' }} {{ t(`trials.reads.${one}`) }}</v-btn
      >
    </div>
    <div class="row touch">
      <PinDeck v-bind="leaveField()" />
      <v-btn @click="form.values['leave'] = []">{{ t('controls.strike') }}</v-btn>
      <v-btn variant="text" @click="form.values['leave'] = null">{{ t('controls.notNoted') }}</v-btn>
    </div>
    <div>
      <v-btn variant="text" class="touch" @click="remove">{{ t('trials.takeOut') }}</v-btn>
    </div>
  </FormDialog>
</template>

<style scoped>
.chosen {
  border: 3px solid var(--ink);
}
</style>
