<script setup lang="ts">
import { type Trial, executions, shapes, shotFlags } from '@sleetfall/contract'
import { reads } from '@sleetfall/core'
import { computed, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import PinDeck from '../controls/PinDeck.vue'
import QuantityField from '../controls/QuantityField.vue'
import { vFocus } from '../controls/vFocus.ts'
import ArmChoice from './ArmChoice.vue'
import BoardStepper from './BoardStepper.vue'
import PickRow from '../controls/PickRow.vue'
import EntryStrip from './EntryStrip.vue'
import MoreOfShot from './MoreOfShot.vue'
import TrackerBar from './TrackerBar.vue'
import { useShotEntry } from './useShotEntry.ts'

/** Enters one shot by keyboard or touch; everything on one screen of a phone. `tellsLast`: the screen around it shows the last shot. */
const props = defineProps<{ trial: Trial; tellsLast?: boolean }>()
const { t, tm, rt } = useI18n()
const entry = useTemplateRef<InstanceType<typeof QuantityField>>('entry')
const held = useShotEntry(
  () => props.trial,
  () => entry.value?.focus(),
  props.tellsLast,
)
const { form, nothing, meant, asked, sameThing, moved, queue, record, repeat, toggle, toggleFlag, onKey } = held
/** What waits to be sent. Only what lies on the device is said to be kept there. */
const waiting = computed(() =>
  queue.away && !queue.unkept
    ? { text: 'trials.waitingAway', n: queue.keptOf(props.trial.id) }
    : { text: queue.away ? 'trials.waitingHere' : 'trials.waiting', n: queue.of(props.trial.id).length },
)
const leave = () => form.field<number[] | null>('leave')
const strike = computed(() => Array.isArray(form.values['leave']) && form.values['leave'].length === 0)
const options = (names: readonly string[], words: string) =>
  names.map((value) => ({ value, title: t(`${words}.${value}`) }))
const reasons = computed(() =>
  (tm('trials.moveReasons') as string[]).map((reason) => ({ value: rt(reason), title: rt(reason) })),
)
</script>

<template>
  <section class="panel touch entry no-print" :aria-label="t('trials.next')" @keydown="onKey">
    <h2>{{ t('trials.next') }}</h2>
    <ArmChoice :trial="trial" :held="held" />
    <TrackerBar :trial="trial" :held="held" />
    <div class="steppers">
      <BoardStepper
        v-bind="form.field<number>('targetBoard')"
        name="board"
        :label="t('trials.target')"
        @step="held.aim('targetBoard', $event)"
      />
      <BoardStepper
        v-bind="form.field<number>('feetBoard')"
        name="feetBoard"
        :label="t('trials.feet')"
        @step="held.aim('feetBoard', $event)"
      />
    </div>
    <PickRow
      v-if="moved"
      :label="t('trials.moved')"
      :items="reasons"
      :chosen="[String(form.values['moveReason'])]"
      @choose="form.values['moveReason'] = form.values['moveReason'] === $event ? '' : $event"
    />
    <div class="halves">
      <PickRow
        tight
        :label="t('trials.read')"
        :items="options(reads, 'trials.reads')"
        :chosen="[String(form.values['read'])]"
        @choose="toggle('read', $event)"
      />
      <PickRow
        tight
        :label="t('trials.shape')"
        :items="options(shapes, 'trials.shapes')"
        :chosen="[String(form.values['shape'])]"
        @choose="toggle('shape', $event)"
      />
    </div>
    <div class="entered">
      <QuantityField
        ref="entry"
        v-bind="form.field<number>('entryBoard')"
        name="entryBoard"
        :label="t('trials.entry')"
        v-focus
      />
      <EntryStrip v-model="form.values['entryBoard']" />
    </div>
    <div class="pins">
      <PinDeck v-bind="leave()" />
      <div class="flags">
        <v-btn :class="{ chosen: strike }" :aria-pressed="strike" @click="form.values['leave'] = strike ? null : []"
          >{{ strike ? '● ' : '' }}{{ t('controls.strike') }}</v-btn
        >
        <PickRow
          :label="t('trials.flags')"
          :items="options(shotFlags, 'trials.flag')"
          :chosen="form.values['flags'] as string[]"
          quiet
          columns
          @choose="toggleFlag"
        />
      </div>
    </div>
    <PickRow
      tight
      :label="t('trials.execution')"
      :items="options(executions, 'trials.executions')"
      :chosen="[String(form.values['execution'])]"
      @choose="toggle('execution', $event)"
    />
    <p v-if="form.values['execution'] === 'stuck'" role="status" class="small">{{ t('trials.stuckHazard') }}</p>
    <MoreOfShot :form="form" :trial="trial" />
    <p v-if="sameThing && !nothing && form.values['warmUp'] !== true" role="status">▲ {{ t('trials.sameThing') }}</p>
    <div v-if="meant !== null && asked !== null" class="row" role="alertdialog" :aria-label="t('trials.meant.title')">
      <strong>{{ t('trials.meant.text', { typed: form.values['entryBoard'], meant }) }}</strong>
      <v-btn class="touch" @click="((form.values['entryBoard'] = meant), record())">{{
        t('trials.meant.yes', { meant })
      }}</v-btn>
      <v-btn class="touch" @click="record">{{ t('trials.meant.keep', { typed: form.values['entryBoard'] }) }}</v-btn>
    </div>
    <p v-if="nothing || form.failure.value" class="bad" role="alert">{{ nothing || form.failure.value }}</p>
    <div class="foot">
      <v-btn @click="repeat">{{ t('trials.again') }}</v-btn>
      <v-btn class="next-action record" @click="record">{{ t('trials.record') }}</v-btn>
    </div>
    <p v-if="queue.unkept" class="bad small" role="alert">{{ t('trials.unkept') }}</p>
    <p v-if="waiting.n > 0" role="status" class="small">◇ {{ t(waiting.text, { n: waiting.n }, waiting.n) }}</p>
    <p class="small soft keys">{{ t('trials.keys') }}</p>
  </section>
</template>

<style scoped>
.entry {
  display: grid;
  gap: var(--gap-2);
  align-content: start;
}
.entry .v-btn {
  max-width: 100%;
}
.steppers,
.halves,
.entered {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--gap-2);
  align-items: start;
}
.pins {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: var(--gap-2);
  align-items: start;
}
.flags {
  display: grid;
  gap: var(--gap-1);
}
.chosen {
  border: 3px solid var(--ink);
}
.foot {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: var(--gap-2);
}
.foot .v-btn {
  min-height: 56px !important;
}
@media (max-width: 600px) {
  h2,
  .keys {
    display: none;
  }
  .entry {
    padding: var(--gap-2);
    gap: 6px;
  }
  .entered {
    grid-template-columns: minmax(0, 1fr);
  }
  /* The strip is what a thumb uses; the keyboard would cover half of the screen. */
  .entered > :first-child {
    position: absolute;
    inline-size: 1px;
    block-size: 1px;
    overflow: hidden;
    clip-path: inset(50%);
  }
}
</style>
