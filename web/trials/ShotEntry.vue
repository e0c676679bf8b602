<script setup lang="ts">
import { type Trial, sides } from '@sleetfall/contract'
import { reads } from '@sleetfall/core'
import { useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'
import PinDeck from '../controls/PinDeck.vue'
import QuantityField from '../controls/QuantityField.vue'
import { vFocus } from '../controls/vFocus.ts'
import { useShotEntry } from './useShotEntry.ts'

/** Enters one shot by keyboard or touch. */
const props = defineProps<{ trial: Trial }>()
const { t } = useI18n()
const entry = useTemplateRef<InstanceType<typeof QuantityField>>('entry')
const held = useShotEntry(
  () => props.trial,
  () => entry.value?.focus(),
)
const { form, leave, nothing, side, meant, asked, sameThing, design, inOrder, queue, record, toggleRead, onKey } = held
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
    <p v-if="inOrder && inOrder !== side" class="small" role="status">
      ◇ {{ t(`trials.inOrder.${design.name}`, { side: t(`trials.${inOrder}`) }) }}
    </p>
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
