<script setup lang="ts">
import type { DiagnosisEdit, StoredDiagnosis } from '@sleetfall/contract'
import { type SignName, signNames } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'

/** Signs, each seen, looked for and not seen, or not looked for. */
const props = defineProps<{ one: StoredDiagnosis; may: boolean }>()
const emit = defineEmits<{ change: [Partial<DiagnosisEdit>] }>()
const { t } = useI18n()
const stateOf = (sign: SignName) =>
  props.one.signs.includes(sign) ? 'seen' : props.one.absent.includes(sign) ? 'absent' : 'unknown'
const marks = { seen: '●', absent: '○', unknown: '·' } as const
/** Nobody looked, seen, not seen, and round again. */
function turn(sign: SignName) {
  const { signs, absent } = props.one
  const without = (list: readonly SignName[]) => list.filter((other) => other !== sign)
  const state = stateOf(sign)
  emit(
    'change',
    state === 'unknown'
      ? { signs: [...signs, sign], absent: without(absent) }
      : state === 'seen'
        ? { signs: without(signs), absent: [...absent, sign] }
        : { signs: without(signs), absent: without(absent) },
  )
}
</script>

<template>
  <h2>{{ t('diagnosis.seen') }}</h2>
  <p class="small soft">{{ t('diagnosis.seenHint') }}</p>
  <div class="signs">
    <button
      v-for="sign in signNames"
      :key="sign"
      type="button"
      class="sign"
      :class="stateOf(sign)"
      :disabled="!may"
      :aria-label="`${t(`diagnosis.signs.${sign}`)}: ${t(`diagnosis.states.${stateOf(sign)}`)}`"
      @click="turn(sign)"
    >
      <b aria-hidden="true">{{ marks[stateOf(sign)] }}</b> {{ t(`diagnosis.signs.${sign}`) }}
    </button>
  </div>
</template>

<style scoped>
.signs {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(11.5rem, 1fr));
  gap: 4px;
}
.sign {
  min-height: var(--touch);
  padding: 2px 8px;
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  background: var(--panel);
  color: var(--ink);
  font: 600 1rem/1.1 var(--condensed);
}
.sign.seen {
  background: var(--ink);
  color: var(--panel);
}
.sign.absent {
  border-style: dashed;
  color: var(--ink-soft);
}
</style>
