<script setup lang="ts">
import { vFocus } from '../controls/vFocus.ts'
import { v4 as newId } from 'uuid'
import { type Trial, type TrialSide, check, shotSchema, sides } from '@sleetfall/contract'
import { type Read, limits, reads, sameSurface } from '@sleetfall/core'
import { computed, ref, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import PinDeck from '../controls/PinDeck.vue'
import QuantityField from '../controls/QuantityField.vue'
import { useForm } from '../controls/useForm.ts'
import { useLeaveGuard } from '../controls/useLeaveGuard.ts'
import { useNotices } from '../shell/notices.ts'
import { likelyMeant } from './likelyMeant.ts'
import { useShotQueue } from './shotQueue.ts'
import { useTakeOut } from './useTakeOut.ts'

/** Enters one shot by keyboard or touch; target and feet stay as they were for the next one. */
const props = defineProps<{ trial: Trial }>()
const { t } = useI18n()
const queue = useShotQueue()
const takeOut = useTakeOut()
const notices = useNotices()
const entry = useTemplateRef<InstanceType<typeof QuantityField>>('entry')
const last = props.trial.shots.at(-1)
const form = useForm(shotSchema, {
  side: last?.side ?? 'control',
  targetBoard: last?.targetBoard ?? null,
  feetBoard: last?.feetBoard ?? null,
  entryBoard: null,
  read: null,
  leave: null,
})
const leave = () => form.field<number[] | null>('leave')
const nothing = ref('')
const side = computed(() => form.values['side'] as TrialSide)

/** A figure a tenth of what would be usual: most often a point typed too early. Asked once, kept on the second try. */
const meant = computed(() => likelyMeant(form.values['entryBoard'] as number | null))
const asked = ref<number | null>(null)
const sameThing = computed(
  () =>
    props.trial.controlBallId === props.trial.variantBallId &&
    sameSurface(props.trial.control.surface, props.trial.variant.surface),
)
const halfTyped = computed(
  () => form.values['entryBoard'] !== null || form.values['read'] !== null || form.values['leave'] !== null,
)
useLeaveGuard(halfTyped)

/** Checks the shot and keeps it on the device at once; the next one can be typed while it is being sent. */
function record() {
  const { entryBoard, read, leave } = form.values
  nothing.value = entryBoard === null && read === null && leave === null ? t('trials.needSomething') : ''
  if (nothing.value) return
  if (side.value === 'variant' && sameThing.value) {
    nothing.value = t('trials.sameThing')
    return
  }
  if (meant.value !== null && asked.value !== entryBoard) {
    asked.value = entryBoard as number
    return
  }
  const checked = check(shotSchema, { ...form.values, id: newId(), thrownAt: new Date().toISOString() })
  if (!checked.ok) {
    form.show(checked.fields)
    return
  }
  form.clear()
  queue.add(props.trial.id, checked.value)
  const { id } = checked.value
  const n = props.trial.shots.length + queue.of(props.trial.id).length
  notices.done(t('trials.recorded', { n }), () => takeOut(props.trial.id, id))
  Object.assign(form.values, { entryBoard: null, read: null, leave: null })
  asked.value = null
  entry.value?.focus()
}

function aim(field: 'targetBoard' | 'feetBoard', by: number) {
  const range = field === 'targetBoard' ? limits.board : limits.feetBoard
  const at = (form.values[field] as number | null) ?? 20
  form.values[field] = Math.min(range.max, Math.max(range.min, at + by))
}
const toggleRead = (read: Read) => (form.values['read'] = form.values['read'] === read ? null : read)

/** Letters and sideways arrows mean the same wherever the focus is in the panel; figures need neither. */
function onKey(event: KeyboardEvent) {
  if (event.ctrlKey || event.metaKey || event.altKey) return
  const byLetter: Record<string, Read> = { e: 'early', r: 'right', l: 'late' }
  const read = byLetter[event.key.toLowerCase()]
  const across = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0
  if (read) toggleRead(read)
  else if (event.key.toLowerCase() === 'x') form.values['leave'] = []
  else if (event.key.toLowerCase() === 's') form.values['side'] = side.value === 'control' ? 'variant' : 'control'
  else if (across !== 0) aim(event.shiftKey ? 'feetBoard' : 'targetBoard', across)
  else if (event.key === 'Enter' && !(event.target instanceof HTMLButtonElement)) record()
  else return
  event.preventDefault()
}
</script>

<template>
  <section class="panel stack touch entry no-print" :aria-label="t('trials.next')" @keydown="onKey">
    <h2>{{ t('trials.next') }}</h2>
    <div class="row" role="group" :aria-label="t('trials.side')">
      <v-btn
        v-for="one in sides"
        :key="one"
        :class="{ chosen: side === one }"
        :aria-pressed="side === one"
        :disabled="one === 'variant' && sameThing"
        @click="form.values['side'] = one"
        >{{ side === one ? '● ' : '○ ' }}{{ t(`trials.${one}`) }}:
        {{ one === 'control' ? trial.controlLabel : trial.variantLabel }}</v-btn
      >
    </div>
    <div class="figures">
      <QuantityField v-bind="form.field<number>('targetBoard')" name="board" :label="t('trials.target')" />
      <QuantityField v-bind="form.field<number>('feetBoard')" name="feetBoard" :label="t('trials.feet')" />
      <QuantityField
        ref="entry"
        v-bind="form.field<number>('entryBoard')"
        name="entryBoard"
        :label="t('trials.entry')"
        v-focus
      />
    </div>
    <div class="row" role="group" :aria-label="t('trials.read')">
      <span class="condensed">{{ t('trials.read') }}</span>
      <v-btn
        v-for="read in reads"
        :key="read"
        :class="{ chosen: form.values['read'] === read }"
        :aria-pressed="form.values['read'] === read"
        @click="toggleRead(read)"
        >{{ form.values['read'] === read ? '● ' : '○ ' }}{{ t(`trials.reads.${read}`) }}</v-btn
      >
    </div>
    <div class="row deck">
      <PinDeck v-bind="leave()" />
      <div class="stack">
        <v-btn
          :aria-pressed="Array.isArray(form.values['leave']) && form.values['leave'].length === 0"
          @click="form.values['leave'] = []"
          >{{ t('controls.strike') }}</v-btn
        >
        <v-btn variant="text" @click="form.values['leave'] = null">{{ t('controls.notNoted') }}</v-btn>
      </div>
    </div>
    <p v-if="sameThing" role="status">▲ {{ t('trials.sameThing') }}</p>
    <div v-if="meant !== null && asked !== null" class="row" role="alertdialog" :aria-label="t('trials.meant.title')">
      <strong>{{ t('trials.meant.text', { typed: form.values['entryBoard'], meant }) }}</strong>
      <v-btn class="touch" @click="((form.values['entryBoard'] = meant), record())">{{
        t('trials.meant.yes', { meant })
      }}</v-btn>
      <v-btn class="touch" @click="record">{{ t('trials.meant.keep', { typed: form.values['entryBoard'] }) }}</v-btn>
    </div>
    <p v-if="nothing || form.failure.value" class="bad" role="alert">{{ nothing || form.failure.value }}</p>
    <v-btn class="next-action record" @click="record">{{ t('trials.record') }}</v-btn>
    <p v-if="queue.of(trial.id).length > 0" role="status" class="small">
      ◇
      {{
        t(
          queue.away ? 'trials.waitingAway' : 'trials.waiting',
          { n: queue.of(trial.id).length },
          queue.of(trial.id).length,
        )
      }}
    </p>
    <p class="small soft">{{ t('trials.keys') }}</p>
  </section>
</template>

<style scoped>
.figures {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: var(--gap-2);
}
.entry .v-btn {
  max-width: 100%;
  height: auto;
}
.entry :deep(.v-btn__content) {
  white-space: normal;
  text-align: start;
}
.chosen {
  border: 3px solid var(--ink);
}
.deck {
  align-items: flex-start;
}
.record {
  min-height: 56px !important;
}
@media (max-width: 500px) {
  .figures {
    grid-template-columns: 1fr 1fr;
  }
  .figures :deep(.v-field__input) {
    min-width: 0;
  }
  .figures > :last-child {
    grid-column: 1 / -1;
  }
}
</style>
