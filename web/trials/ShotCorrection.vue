<script setup lang="ts">
import { type StoredShot, type Trial, executions, shapes, shotCorrectionSchema, shotFlags } from '@sleetfall/contract'
import { reads } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import FormDialog from '../controls/FormDialog.vue'
import PinDeck from '../controls/PinDeck.vue'
import QuantityField from '../controls/QuantityField.vue'
import { useForm, useVersions } from '../controls/useForm.ts'
import { useNotices } from '../shell/notices.ts'
import { useTrials } from './store.ts'
import PickRow from '../controls/PickRow.vue'
import MoreOfShot from './MoreOfShot.vue'
import { useArmText } from './useArmText.ts'
import { useTakeOut } from './useTakeOut.ts'

/** Puts right what was seen of a shot; what stood before is kept in the trial. Or takes it out, if it was never thrown. */
const props = defineProps<{ trial: Trial; shot: StoredShot }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const trials = useTrials()
const notices = useNotices()
const takeOut = useTakeOut()
const start = Object.fromEntries(
  Object.keys(shotCorrectionSchema.fields).map((name) => [name, props.shot[name as keyof StoredShot] ?? null]),
)
const form = useForm(shotCorrectionSchema, start)
const versions = useVersions(form, props.shot.version, save, () => emit('close'))
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
const toggle = (name: string, one: string) => (form.values[name] = form.values[name] === one ? null : one)
function toggleFlag(flag: string) {
  const flags = form.values['flags'] as string[]
  form.values['flags'] = flags.includes(flag) ? flags.filter((one) => one !== flag) : [...flags, flag]
}
const options = (names: readonly string[], words: string) =>
  names.map((value) => ({ value, title: t(`${words}.${value}`) }))
const { lettered } = useArmText()
const labels = {
  ...{ feetBoard: t('trials.feet'), arrowsBoard: t('trials.arrows'), wiped: t('trials.wiped') },
  ...{ flags: t('trials.flags'), leave: t('trials.leave'), warmUp: t('trials.warmUp') },
}
</script>

<template>
  <FormDialog
    :title="t('trials.correct', { n: shot.sequence })"
    :form="form"
    :labels="labels"
    :draft="`shot ${shot.id}`"
    @save="save"
    @close="emit('close')"
    @keep-mine="versions.keepMine"
    @take-theirs="versions.takeTheirs"
  >
    <PickRow
      :label="t('trials.side')"
      :items="trial.arms.map(({ arm }) => ({ value: String(arm), title: lettered(trial, arm) }))"
      :chosen="[String(form.values['arm'])]"
      @choose="form.values['arm'] = Number($event)"
    />
    <QuantityField v-bind="form.field<number>('targetBoard')" name="board" :label="t('trials.target')" />
    <QuantityField
      v-if="shot.arrowsBoard !== null"
      v-bind="form.field<number>('arrowsBoard')"
      name="board"
      :label="t('trials.arrows')"
    />
    <QuantityField v-bind="form.field<number>('feetBoard')" name="feetBoard" :label="t('trials.feet')" />
    <QuantityField v-bind="form.field<number>('entryBoard')" name="entryBoard" :label="t('trials.entry')" />
    <PickRow
      :label="t('trials.read')"
      :items="options(reads, 'trials.reads')"
      :chosen="[String(form.values['read'])]"
      @choose="toggle('read', $event)"
    />
    <PickRow
      :label="t('trials.shape')"
      :items="options(shapes, 'trials.shapes')"
      :chosen="[String(form.values['shape'])]"
      @choose="toggle('shape', $event)"
    />
    <div class="row touch">
      <PinDeck v-bind="leaveField()" />
      <v-btn @click="form.values['leave'] = []">{{ t('controls.strike') }}</v-btn>
      <v-btn variant="text" @click="form.values['leave'] = null">{{ t('controls.notNoted') }}</v-btn>
    </div>
    <PickRow
      :label="t('trials.flags')"
      :items="options(shotFlags, 'trials.flag')"
      :chosen="form.values['flags'] as string[]"
      @choose="toggleFlag"
    />
    <PickRow
      :label="t('trials.execution')"
      :items="options(executions, 'trials.executions')"
      :chosen="[String(form.values['execution'])]"
      @choose="toggle('execution', $event)"
    />
    <v-checkbox
      :model-value="form.values['warmUp']"
      :label="t('trials.warmUp')"
      hide-details
      @update:model-value="form.values['warmUp'] = $event === true"
    />
    <v-checkbox
      :model-value="form.values['wiped']"
      :label="t('trials.wiped')"
      hide-details
      @update:model-value="form.values['wiped'] = $event === true"
    />
    <MoreOfShot :form="form" :trial="trial" />
    <div>
      <v-btn variant="text" class="touch" @click="remove">{{ t('trials.takeOut') }}</v-btn>
    </div>
  </FormDialog>
</template>
